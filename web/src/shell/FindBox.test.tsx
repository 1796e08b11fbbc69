import { fireEvent, render, screen } from '@testing-library/react';
import { createRef } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { expect, it } from 'vitest';
import { FindBox } from './FindBox';

function Where() {
  const { pathname, search } = useLocation();
  return <output>{pathname + search}</output>;
}

function at(address: string) {
  render(
    <MemoryRouter initialEntries={[address]}>
      <FindBox input={createRef()} />
      <Where />
    </MemoryRouter>,
  );
  return screen.getByRole('searchbox');
}

it('shows what the list is narrowed to, and Escape widens the list and leaves the other filters', () => {
  const box = at('/orders/kites/QK-1?stage=packed&search=brack');
  expect(box).toHaveValue('brack');
  fireEvent.keyDown(box, { key: 'Escape' });
  expect(box).toHaveValue('');
  expect(screen.getByRole('status')).toHaveTextContent('/orders/kites/QK-1?stage=packed');
});

it('widens the list where it is emptied by hand', () => {
  const box = at('/orders?search=brack');
  fireEvent.change(box, { target: { value: '' } });
  expect(screen.getByRole('status')).toHaveTextContent(/^\/orders$/);
});

it('finds from every place', () => {
  const box = at('/plan');
  fireEvent.change(box, { target: { value: ' QK 7 ' } });
  fireEvent.submit(box.closest('form') as HTMLFormElement);
  expect(screen.getByRole('status')).toHaveTextContent('/orders?search=QK%207');
});

it('loses no filter with what was typed and not searched for', () => {
  const box = at('/orders?stage=packed');
  fireEvent.change(box, { target: { value: 'x' } });
  fireEvent.keyDown(box, { key: 'Escape' });
  expect(screen.getByRole('status')).toHaveTextContent('/orders?stage=packed');
});
