import { fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { PlaceBoundary } from './PlaceBoundary';

let broken: Error | undefined;
function Place() {
  if (broken) throw broken;
  return <p>The place</p>;
}
beforeEach(() => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  broken = undefined;
  vi.restoreAllMocks();
});

it('holds what goes wrong in a place, and shows it again when it is well', () => {
  broken = new Error('x is undefined');
  render(
    <PlaceBoundary at="/plan">
      <Place />
    </PlaceBoundary>,
  );
  expect(screen.getByRole('alert')).toHaveTextContent('What was saved is safe');
  expect(screen.getByRole('alert')).toHaveTextContent('x is undefined');
  broken = undefined;
  fireEvent.click(screen.getByRole('button', { name: 'Try without loading' }));
  expect(screen.getByText('The place')).toBeInTheDocument();
});

it('begins afresh in another place', () => {
  broken = new Error('x is undefined');
  const { rerender } = render(
    <PlaceBoundary at="/plan">
      <Place />
    </PlaceBoundary>,
  );
  broken = undefined;
  rerender(
    <PlaceBoundary at="/orders">
      <Place />
    </PlaceBoundary>,
  );
  expect(screen.getByText('The place')).toBeInTheDocument();
});

it('says that there is a newer version where a part of the page is gone', () => {
  broken = new TypeError('Failed to fetch dynamically imported module: /assets/PlanPlace-1.js');
  render(
    <PlaceBoundary at="/plan">
      <Place />
    </PlaceBoundary>,
  );
  expect(screen.getByRole('heading')).toHaveTextContent('There is a newer version');
  expect(screen.queryByText(/assets/)).toBeNull();
});
