import { fireEvent, render, screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { Problem } from '../api/client';
import { saveOver } from '../api/versions';
import { propertyLabel, propertyValue } from './propertyWords';
import { StaleSave } from './StaleSave';

type Rule = { name: string; after: string };
const from = { document: { name: 'Delivered', after: 'PT0S' }, version: '1' };

/** A server that somebody else saved to after version 1. */
function server(theirs: Rule) {
  const saved: { rule: Rule; version: string }[] = [];
  const put = async (rule: Rule, version: string) => {
    if (version !== '2') throw new Problem(412, 'Changed meanwhile', [], theirs, '2');
    saved.push({ rule, version });
    return rule;
  };
  return { saved, put };
}

it('saves what the person chose over what somebody else saved', async () => {
  render(<StaleSave />);
  const { saved, put } = server({ name: 'Arrived', after: 'PT15M' });
  const done = saveOver({ name: 'It is there', after: 'PT0S' }, from, put);
  const dialog = within(await screen.findByRole('dialog'));
  expect(dialog.getByRole('radio', { name: 'Name: yours' })).toBeChecked();
  expect(dialog.getByRole('radio', { name: 'Delay: saved now' })).toBeChecked();
  expect(dialog.getByText('15 minutes')).toBeInTheDocument();
  fireEvent.click(dialog.getByRole('radio', { name: 'Name: saved now' }));
  fireEvent.click(dialog.getByRole('button', { name: 'Save what is chosen' }));
  await expect(done).resolves.toEqual({ name: 'Arrived', after: 'PT15M' });
  expect(saved).toHaveLength(1);
});

it('saves nothing where the person goes on editing', async () => {
  render(<StaleSave />);
  const { saved, put } = server({ name: 'Arrived', after: 'PT0S' });
  const done = saveOver({ name: 'It is there', after: 'PT0S' }, from, put).catch((e: Error) => e.message);
  fireEvent.click(await screen.findByRole('button', { name: 'Keep editing' }));
  expect(await done).toBe('Not saved. Your changes are still here.');
  expect(saved).toEqual([]);
});

it('asks nothing where both wrote the same', async () => {
  render(<StaleSave />);
  const { saved, put } = server({ name: 'It is there', after: 'PT0S' });
  await saveOver({ name: 'It is there', after: 'PT0S' }, from, put);
  expect(saved).toHaveLength(1);
  expect(screen.queryByRole('dialog')).toBeNull();
});

it('passes on every other refusal', async () => {
  const put = async () => {
    throw new Problem(422, 'Enter a name');
  };
  await expect(saveOver(from.document, from, put)).rejects.toThrow('Enter a name');
});

it('names values in the words of the forms, never as the documents do', () => {
  expect(propertyLabel(['linkPattern'])).toBe('Tracking link');
  expect(propertyLabel(['window', 'from'])).toBe('Allowed hours, From');
  expect(propertyLabel(['senderAddress'])).toBe('Sender address');
  expect(propertyValue(['after'], 'PT2H')).toBe('2 hours');
  expect(propertyValue(['inUse'], false)).toBe('no');
  expect(propertyValue(['channels'], ['email', 'sms'])).toBe('E-mail, SMS');
  expect(propertyValue(['logo'], 'data:image/png;base64,AAAA')).toBe('a picture');
  expect(propertyValue(['codes'], [{ code: '20', contains: null, stage: 'dispatched' }])).toBe(
    'Code: 20 · Stage: Dispatched',
  );
  expect(propertyValue(['blocks'], [{ kind: 'text', text: '<p>Hello</p><p>you</p>' }])).toContain('Hello\nyou');
  expect(propertyValue(['name'], '')).toBe('empty');
});
