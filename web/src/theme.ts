import type { ThemeConfig } from 'antd';

/** Colours and type of the product; the style sheet takes the same from its custom properties. */
export const theme: ThemeConfig = {
  token: {
    colorPrimary: '#2d2142',
    colorInfo: '#2d2142',
    colorSuccess: '#14746f',
    colorError: '#b23a2e',
    // Derived ones would be too pale to read on paper.
    colorErrorHover: '#96291f',
    colorErrorBorderHover: '#96291f',
    colorWarning: '#8a5a00',
    colorLink: '#2d2142',
    colorText: '#2d2142',
    colorTextSecondary: '#5d5272',
    colorTextTertiary: '#5d5272',
    colorTextPlaceholder: '#6b607f',
    colorTextDescription: '#5d5272',
    colorTextDisabled: '#6b607f',
    colorBgLayout: '#fbf8f1',
    colorBgContainer: '#fffdf8',
    colorBgElevated: '#fffdf8',
    colorBorder: '#bdb2a0',
    colorBorderSecondary: '#e4dccb',
    fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
    fontFamilyCode: "'Atkinson Hyperlegible Mono Variable', monospace",
    fontSize: 14,
    borderRadius: 6,
    controlHeight: 32,
    controlItemBgActiveHover: '#fbe0ae',
    motion: false,
  },
  components: {
    Button: { fontWeight: 600, primaryShadow: 'none', defaultShadow: 'none', defaultBorderColor: '#2d2142' },
    // What is chosen and under the pointer would be dark on dark.
    Select: { optionSelectedBg: '#fdeccc', optionActiveBg: '#f6f1e4' },
  },
};
