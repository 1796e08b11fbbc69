import { fireEvent, render, screen, within } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import { SIDE } from '../route/geometry';
import { Figures } from './Figures';
import { SideBand } from './SideBand';

const notice = (id: string, stage: string, channels: string[]): Schemas['NoticeView'] => ({
  id,
  version: '1',
  notice: { name: id, stage, channels, rule: 'all', state: 'live' },
  audience: 'everyone',
  sent: { sms: { count: 60, segments: 2 }, email: { count: 30, segments: 0 } },
});

const band = (stage?: string) => {
  const onOpen = vi.fn();
  const onAdd = vi.fn();
  render(
    <SideBand
      notices={[notice('Missed you', 'attempted', ['sms', 'email']), notice('On the line', 'ordered', ['sms'])]}
      counts={new Map([['attempted', 8]])}
      stage={stage}
      chosen={undefined}
      onOpen={onOpen}
      onAdd={onAdd}
    />,
  );
  return { onOpen, onAdd };
};

it('gives each side stage a stop under its own name, with its notices and a way to add one', async () => {
  const { onOpen, onAdd } = band();
  expect(screen.getAllByRole('button', { name: /^Add a notice/ })).toHaveLength(SIDE.length);
  expect(screen.queryByText('On the line')).not.toBeInTheDocument();
  const stop = screen.getByText('Delivery attempted', { exact: false }).closest('.sidestop') as HTMLElement;
  expect(within(stop).getByText('8')).toBeInTheDocument();
  expect(within(stop).getByText('SMS, E-mail')).toBeInTheDocument();
  expect(within(stop).getByText('3 / day')).toHaveAttribute('title', '90 sent in the last 30 days');
  fireEvent.click(within(stop).getByText('Missed you'));
  expect(onOpen).toHaveBeenCalledWith('Missed you');
  fireEvent.click(within(stop).getByRole('button', { name: 'Add a notice: Delivery attempted' }));
  fireEvent.click(await screen.findByRole('menuitem', { name: 'WhatsApp' }));
  expect(onAdd).toHaveBeenCalledWith('attempted', 'whatsapp');
});

it('shows one stop where the place is narrowed to it, and none for a stop of the line', () => {
  band('delayed');
  expect(screen.getAllByRole('button', { name: /^Add a notice/ })).toHaveLength(1);
});

it('is not there where the place is narrowed to a stop of the line', () => {
  band('ordered');
  expect(screen.queryByText('Beside the line')).not.toBeInTheDocument();
});

it('tells what was sent apart from what would be', () => {
  render(
    <Figures
      notice={notice('x', 'delayed', ['sms', 'email']).notice}
      sent={{ sms: { count: 2, segments: 1 } }}
      reach={{
        moments: 40,
        reached: 12,
        byChannel: { sms: 12 },
        moved: 3,
        reasons: [{ reason: 'No phone', count: 1 }],
      }}
    />,
  );
  expect(screen.getByText(/2 by SMS · 0 by E-mail/)).toBeInTheDocument();
  expect(screen.getByText(/12 of 40 parcels: 12 by SMS · 3 moved/)).toBeInTheDocument();
  expect(screen.getByText('1 skipped: No phone')).toBeInTheDocument();
});
