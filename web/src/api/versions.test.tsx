import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { beforeEach, expect, it } from 'vitest';
import { formKeys, isForSomethingInside } from '../shell/escape';
import { hasDraft, useDraft } from './versions';

const shown = { document: { name: 'Skerry Post', zone: 'UTC' }, version: '1' };
const open = (at = shown) => renderHook(() => useDraft(at, 'carrier/skerry')).result;
beforeEach(() => {
  document.body.innerHTML = '';
  const form = open();
  act(() => form.current.reset());
});

it('shows what the server shows until something is changed', () => {
  expect(open().current.changed).toBe(false);
  expect(open({ document: { name: 'New', zone: 'UTC' }, version: '2' }).current.now.name).toBe('New');
});

it('keeps what was typed when the form is closed and opened again', () => {
  const first = renderHook(() => useDraft(shown, 'carrier/skerry'));
  act(() => first.result.current.set({ name: 'Skerry' }));
  first.unmount();
  expect(hasDraft('carrier/skerry')).toBe(true);
  const again = open({ document: { name: 'Changed meanwhile', zone: 'UTC' }, version: '2' });
  expect(again.current.now).toEqual({ name: 'Skerry', zone: 'UTC' });
  expect(renderHook(() => useDraft(shown, 'carrier/other')).result.current.changed).toBe(false);
});

it('saves over the version the draft began from, not over a newer one', async () => {
  const form = renderHook(({ at }) => useDraft(at, 'carrier/skerry'), { initialProps: { at: shown } });
  act(() => form.result.current.set({ name: 'Skerry' }));
  form.rerender({ at: { document: { name: 'Theirs', zone: 'UTC' }, version: '2' } });
  const saved = await form.result.current.save(async (document, version) => ({ document, version }));
  expect(saved).toEqual({ document: { name: 'Skerry', zone: 'UTC' }, version: '1' });
});

it('builds several changes in one go on each other', () => {
  const form = open();
  act(() => {
    form.current.set({ name: 'Skerry' });
    form.current.set({ zone: 'Europe/Oslo' });
  });
  expect(open().current.now).toEqual({ name: 'Skerry', zone: 'Europe/Oslo' });
});

it('closes the innermost thing only, and saves by Ctrl+Enter from any field', () => {
  const did: string[] = [];
  const keys = formKeys(
    () => did.push('saved'),
    () => did.push('closed'),
  );
  render(
    <div onKeyDown={keys}>
      <input aria-label="Name" />
    </div>,
  );
  const field = screen.getByLabelText('Name');
  const menu = document.createElement('div');
  menu.className = 'ant-select-open';
  document.body.append(menu);
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(did).toEqual([]);
  menu.remove();
  fireEvent.keyDown(field, { key: 'Enter' });
  fireEvent.keyDown(field, { key: 'Enter', ctrlKey: true });
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(did).toEqual(['saved', 'closed']);
  expect(isForSomethingInside({ defaultPrevented: true })).toBe(true);
});
