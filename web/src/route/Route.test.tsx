import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { keys } from '../api/client';
import { LINE, ORDERS_GEOMETRY, onLine, PLAN_GEOMETRY, SIDE, x } from './geometry';
import { Route } from './Route';

it('has a place on the line for every stage, left to right', () => {
  for (const g of [ORDERS_GEOMETRY, PLAN_GEOMETRY]) {
    expect(LINE.map((s) => x(g, s))).toEqual([...LINE.map((s) => x(g, s))].sort((a, b) => a - b));
    for (const s of SIDE) expect(x(g, s)).toBeGreaterThan(g.from);
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
      <Route title="Orders" subtitle="x" geometry={PLAN_GEOMETRY} chosen={chosen} onChoose={choose} />
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
