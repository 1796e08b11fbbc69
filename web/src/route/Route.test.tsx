import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { keys } from '../api/client';
import { LINE, onLine, ordersGeometry, planGeometry, SIDE, x } from './geometry';
import { Route } from './Route';

it('has a place on the line for every stage, left to right', () => {
  for (const width of [853, 1024, 1280, 1600])
    for (const g of [ordersGeometry(width), planGeometry(width)]) {
      expect(g.to).toBeLessThan(width);
      expect(LINE.map((s) => x(g, s))).toEqual([...LINE.map((s) => x(g, s))].sort((a, b) => a - b));
      for (const s of SIDE) expect(x(g, s)).toBeGreaterThan(g.from);
      // Stops stay apart far enough for their names.
      expect((g.to - g.from) / 5).toBeGreaterThan(55);
    }
  expect(onLine('partly-dispatched')).toBe(2);
});

it('narrows to a stop and widens again', () => {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  queries.setQueryData(keys.route, [
    { stage: 'packed', position: 1, side: false, orders: 21 },
    { stage: 'delayed', position: 3, side: true, orders: 4 },
  ]);
  const choose = vi.fn();
  const view = (chosen?: string) => (
    <QueryClientProvider client={queries}>
      <Route title="Orders" subtitle="x" geometry={planGeometry(1280)} chosen={chosen} onChoose={choose} />
    </QueryClientProvider>
  );
  const { rerender } = render(view());
  fireEvent.click(screen.getByRole('button', { name: /21\s*Packed/ }));
  expect(choose).toHaveBeenLastCalledWith('packed');
  rerender(view('packed'));
  expect(screen.getByRole('button', { name: /Packed/ })).toHaveAttribute('aria-pressed', 'true');
  fireEvent.click(screen.getByRole('button', { name: /Packed/ }));
  expect(choose).toHaveBeenLastCalledWith(undefined);
  expect(screen.getByRole('button', { name: /Delayed\s*4/ })).toHaveClass('warn');
});
