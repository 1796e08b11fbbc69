import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useChanges } from './useChanges';
import { useNow } from './useNow';

/** A stream that the test writes to. */
class Line {
  static open: Line[] = [];
  onerror?: () => void;
  private told?: () => void;
  constructor(readonly url: string) {
    Line.open.push(this);
  }
  addEventListener(_name: string, told: () => void) {
    this.told = told;
  }
  close() {
    Line.open = Line.open.filter((l) => l !== this);
  }
  changed() {
    this.told?.();
  }
}

let hidden = false;
const queries = new QueryClient();
const asked = vi.spyOn(queries, 'invalidateQueries').mockResolvedValue();
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
const listen = (signedIn = true) => renderHook(() => useChanges(signedIn), { wrapper });

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', Line);
  Object.defineProperty(document, 'hidden', { configurable: true, get: () => hidden });
});
afterEach(() => {
  Line.open = [];
  hidden = false;
  asked.mockClear();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('asks again for what is shown when something changed, and not for what is typed', () => {
  const { unmount } = listen();
  expect(Line.open.map((l) => l.url)).toEqual(['/ui/changes']);
  act(() => Line.open[0].changed());
  expect(asked).toHaveBeenCalledTimes(1);
  const wanted = (asked.mock.calls[0][0] as unknown as { predicate: (q: { queryKey: string[] }) => boolean }).predicate;
  expect(wanted({ queryKey: ['orders'] })).toBe(true);
  expect(wanted({ queryKey: ['wording-preview'] })).toBe(false);
  unmount();
  expect(Line.open).toEqual([]);
});

it('asks once for changes that follow each other closely', () => {
  listen();
  act(() => {
    for (let i = 0; i < 20; i++) Line.open[0].changed();
  });
  expect(asked).toHaveBeenCalledTimes(1);
  act(() => vi.advanceTimersByTime(3_100));
  expect(asked).toHaveBeenCalledTimes(2);
});

it('stops while nobody looks, and catches up when somebody does', () => {
  listen();
  hidden = true;
  act(() => void fireEvent(document, new Event('visibilitychange')));
  expect(Line.open).toEqual([]);
  hidden = false;
  act(() => void fireEvent(document, new Event('visibilitychange')));
  expect(Line.open).toHaveLength(1);
  expect(asked).toHaveBeenCalledTimes(1);
});

it('stops when nobody has done anything for a quarter of an hour, so that the session can end', () => {
  listen();
  act(() => vi.advanceTimersByTime(14 * 60_000));
  act(() => void fireEvent.keyDown(window, { key: 'x' }));
  act(() => vi.advanceTimersByTime(14 * 60_000));
  expect(Line.open).toHaveLength(1);
  act(() => vi.advanceTimersByTime(2 * 60_000));
  expect(Line.open).toEqual([]);
  act(() => void fireEvent.pointerDown(window));
  expect(Line.open).toHaveLength(1);
});

it('asks who is signed in after a line broke off, and listens again', () => {
  listen();
  act(() => Line.open[0].onerror?.());
  expect(Line.open).toEqual([]);
  act(() => vi.advanceTimersByTime(3_100));
  expect(asked).toHaveBeenCalledWith({ queryKey: ['session'] });
  expect(Line.open).toHaveLength(1);
});

it('listens to nothing before somebody signed in', () => {
  listen(false);
  expect(Line.open).toEqual([]);
});

it('lets time go by in a real installation, and stand in the demo', () => {
  const session = { now: '2026-11-24T13:05:00Z', demo: false, empty: false, name: 'Noor' };
  const real = renderHook(() => useNow(session));
  act(() => vi.advanceTimersByTime(61_000));
  expect(Date.parse(real.result.current) - Date.parse(session.now)).toBeGreaterThanOrEqual(60_000);
  const still = { ...session, demo: true };
  const demo = renderHook(() => useNow(still));
  act(() => vi.advanceTimersByTime(61_000));
  expect(demo.result.current).toBe(session.now);
});
