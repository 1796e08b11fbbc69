import { renderHook } from '@testing-library/react';
import { StrictMode } from 'react';
import { expect, test } from 'vitest';
import { useMounted } from './useMounted';

test('says whether the person is still here', () => {
  const { result, unmount } = renderHook(() => useMounted(), { wrapper: StrictMode });
  const isHere = result.current;
  expect(isHere()).toBe(true);
  unmount();
  expect(isHere()).toBe(false);
});
