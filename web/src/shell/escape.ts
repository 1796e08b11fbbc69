/** What lies over the page and closes first. */
const OPEN =
  '.ant-select-open, .ant-dropdown:not(.ant-dropdown-hidden), .ant-popover:not(.ant-popover-hidden), .ant-color-picker-open, [role=dialog]';

/** True where Escape is for something over the panel, such as an open menu: the innermost thing closes alone. */
export const isForSomethingInside = (e: { defaultPrevented: boolean }) =>
  e.defaultPrevented || document.querySelector(OPEN) !== null;

/** The keys of a form in a panel: Ctrl+Enter saves, Escape closes what is innermost. */
export const formKeys = (save: () => void, close: () => void) => (e: React.KeyboardEvent) => {
  if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save();
  if (e.key !== 'Escape' || isForSomethingInside(e)) return;
  // What it came from may be gone when the place hears of it, and would look like something outside the panel.
  e.preventDefault();
  close();
};
