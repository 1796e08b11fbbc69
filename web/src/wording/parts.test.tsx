import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { App } from 'antd';
import type { ReactNode } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { api, Problem, type Schemas } from '../api/client';
import { Compare } from './Compare';
import { Places } from './Places';
import { PreviewPane } from './PreviewPane';

afterEach(() => vi.restoreAllMocks());

function Where() {
  const at = useLocation();
  return <output>{at.pathname + at.search}</output>;
}

const show = (what: ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <App>
        <MemoryRouter initialEntries={['/wording/on-its-way/email']}>
          {what}
          <Where />
        </MemoryRouter>
      </App>
    </QueryClientProvider>,
  );
const where = () => screen.getByRole('status').textContent;

const place = (
  language: string,
  variant: Schemas['Variant'] = {},
  more: Partial<Schemas['Place']> = {},
): Schemas['Place'] => ({ language, variant, parts: ['text'], faults: 0, ...more });
const view = (more: Partial<Schemas['WordingView']> = {}): Schemas['WordingView'] => ({
  notice: 'on-its-way',
  name: 'On its way',
  stage: 'dispatched',
  state: 'live',
  channel: 'email',
  language: 'en',
  variant: {},
  version: '1',
  places: [place('en'), place('de', {}, { faults: 2 })],
  missingLanguages: [],
  buttons: [],
  fields: [],
  ...more,
});
const plan: Schemas['Plan'] = {
  notices: [],
  carriers: [{ key: 'skerry-post', name: 'Skerry Post' }],
  shops: ['kites'],
};

it('shows the languages there are, which one stands, and how many faults each has', () => {
  show(<Places view={view()} plan={plan} languages={['fr']} />);
  const languages = within(screen.getByRole('group', { name: 'Language' }));
  expect(languages.getByRole('button', { name: 'English' })).toHaveAttribute('aria-pressed', 'true');
  expect(languages.getByRole('button', { name: /^German/ })).toHaveTextContent('2');
  fireEvent.click(languages.getByRole('button', { name: /^German/ }));
  expect(where()).toBe('/wording/on-its-way/email?language=de');
});

it('says which languages the customers have and the wording has not', () => {
  show(
    <Places
      view={view({
        missingLanguages: [
          { language: 'nl', orders: 41 },
          { language: 'de', orders: 3 },
        ],
      })}
      plan={plan}
      languages={[]}
    />,
  );
  expect(screen.getByText('Dutch is missing (41 recent orders)')).toBeInTheDocument();
});

it('keeps the place that is being begun in sight, though nothing is kept of it yet', () => {
  show(
    <Places
      view={view({ language: 'sv', variant: { carrier: 'skerry-post', country: 'AT' } })}
      plan={plan}
      languages={[]}
    />,
  );
  expect(screen.getByRole('button', { name: 'Swedish' })).toHaveAttribute('aria-pressed', 'true');
  expect(screen.getByRole('button', { name: 'Skerry Post, to AT' })).toHaveAttribute('aria-pressed', 'true');
  fireEvent.click(screen.getByRole('button', { name: 'everyone' }));
  expect(where()).toBe('/wording/on-its-way/email?language=sv');
});

it('says what the chat network thinks of each language', () => {
  show(
    <Places
      view={view({
        channel: 'whatsapp',
        places: [
          place('en', {}, { approval: 'approved' }),
          place('de', {}, { approval: 'pending' }),
          place('fr', {}, { approval: 'refused' }),
        ],
      })}
      plan={plan}
      languages={[]}
    />,
  );
  expect(screen.getByRole('button', { name: 'English' })).toBeInTheDocument();
  expect(screen.getByRole('button', { name: /^German/ })).toHaveTextContent('German in review');
  expect(screen.getByRole('button', { name: /^French/ })).toHaveTextContent('French rejected');
});

const versions: Schemas['Version'][] = [
  {
    id: 3,
    at: '2026-11-24T12:00:00Z',
    by: 'coordinator',
    wording: { subject: 'Off it went', text: 'Your kite\nflies now' },
  },
  { id: 2, at: '2026-11-23T12:00:00Z', by: 'coordinator' },
];

it('lays an earlier wording beside the one that stands, and goes back to it', async () => {
  vi.spyOn(api, 'wordingHistory').mockResolvedValue(versions);
  const back = vi.fn();
  show(
    <Compare
      place={{ notice: 'on-its-way', channel: 'email' }}
      now={{ subject: 'On its way', text: 'Your kite\nflies now' }}
      starter={undefined}
      first="history"
      onReturn={back}
      onClose={() => {}}
    />,
  );
  expect(await screen.findByText('Subject: Off it went')).toBeInTheDocument();
  expect(screen.getAllByText('flies now')).toHaveLength(2);
  expect(screen.getByText('removed:')).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: 'Restore this version' }));
  expect(back).toHaveBeenCalledWith(versions[0].wording, 'Earlier version restored');
  fireEvent.click(screen.getByRole('button', { name: /deleted by coordinator/ }));
  expect(screen.queryByRole('button', { name: /^Back to/ })).not.toBeInTheDocument();
});

it('has nothing to go back to where both say the same', async () => {
  vi.spyOn(api, 'wordingHistory').mockResolvedValue([]);
  show(
    <Compare
      place={{ notice: 'on-its-way', channel: 'email' }}
      now={{ text: 'Same' }}
      starter={{ text: 'Same' }}
      first="starter"
      onReturn={() => {}}
      onClose={() => {}}
    />,
  );
  expect(await screen.findByText('No differences.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Restore the starter' })).toBeDisabled();
});

it('says that history can’t be read, and asks again', async () => {
  const ask = vi
    .spyOn(api, 'wordingHistory')
    .mockRejectedValueOnce(new Problem(0, 'Upbeat Herald does not answer.'))
    .mockResolvedValue(versions);
  show(
    <Compare
      place={{ notice: 'on-its-way', channel: 'email' }}
      now={{ text: 'Same' }}
      starter={undefined}
      first="history"
      onReturn={() => {}}
      onClose={() => {}}
    />,
  );
  expect(await screen.findByText(/does not answer/)).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: /again/i }));
  expect(await screen.findByText('Subject: Off it went')).toBeInTheDocument();
  expect(ask).toHaveBeenCalledTimes(2);
});

const shown = (more: Partial<Schemas['Shown']> = {}): Schemas['Shown'] => ({
  order: { shop: 'kites', number: 'QK-7' },
  message: { text: 'Hello Ann' },
  errors: [],
  remarks: [],
  ...more,
});

it('shows the message with the order it was made with, and walks through the last ones', async () => {
  const ask = vi
    .spyOn(api, 'previewWording')
    .mockImplementation(async (a) =>
      shown({ order: { shop: 'kites', number: `QK-${a.skip}` }, message: { text: `Hello, ${a.pick}` } }),
    );
  show(<PreviewPane view={view({ channel: 'sms' })} wording={{ text: 'Hello' }} onReplace={() => {}} />);
  expect(await screen.findByText('QK-0')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Newer order' })).toBeDisabled();
  fireEvent.click(screen.getByRole('button', { name: 'Older order' }));
  expect(await screen.findByText('QK-1')).toBeInTheDocument();
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Order' }));
  fireEvent.click(await screen.findByText('Longest name'));
  expect(await screen.findByText('Hello, longest-name')).toBeInTheDocument();
  expect(ask.mock.lastCall?.[0]).toMatchObject({ pick: 'longest-name', skip: 0, wording: { text: 'Hello' } });
});

it('sends no trial of what would be held, and says why it is', async () => {
  vi.spyOn(api, 'previewWording').mockResolvedValue(
    shown({
      message: undefined,
      held: 'customer.phone has no value',
      errors: [{ part: 'text', line: 2, column: 5, message: 'There is no field order.nmber' }],
    }),
  );
  show(<PreviewPane view={view({ channel: 'sms' })} wording={{ text: 'x' }} onReplace={() => {}} />);
  expect(await screen.findByText('customer.phone has no value')).toBeInTheDocument();
  expect(screen.getByText('text 2:5')).toBeInTheDocument();
  fireEvent.change(screen.getByRole('textbox', { name: 'Your phone number' }), {
    target: { value: '+46 70 174 06 05' },
  });
  expect(screen.getByRole('button', { name: 'Send test' })).toBeDisabled();
});

it('says what a text costs and offers the plain letters', async () => {
  const replace = vi.fn();
  vi.spyOn(api, 'previewWording').mockResolvedValue(
    shown({
      details: {
        length: { encoding: 'UCS-2', segments: 2, units: 80, unitsLeft: 54 },
        cost: '0.30',
        currency: 'EUR',
        forces: [
          { found: '’', use: "'", inWording: true },
          { found: 'ő', inWording: false },
        ],
        saysWho: false,
        countries: [{ country: 'SE', orders: 9, cost: '0.30' }],
        longest: { number: 'QK-9', segments: 3, cost: '0.45' },
      },
    }),
  );
  show(<PreviewPane view={view({ channel: 'sms' })} wording={{ text: 'it’s' }} onReplace={replace} />);
  expect(await screen.findByText(/2 segments, 0.30 EUR each; 54 units left/)).toBeInTheDocument();
  expect(screen.getByText(/doesn’t say who it’s from/)).toBeInTheDocument();
  expect(screen.getByText(/\(QK-9\) it takes 3 segments, 0.45 EUR/)).toBeInTheDocument();
  fireEvent.click(screen.getByRole('button', { name: "’ → '" }));
  expect(replace).toHaveBeenCalledWith('’', "'");
  expect(screen.queryByRole('button', { name: /ő/ })).not.toBeInTheDocument();
});

it('keeps the address where a trial is refused, and says what is wrong with it', async () => {
  vi.spyOn(api, 'previewWording').mockResolvedValue(shown());
  const send = vi
    .spyOn(api, 'sendTrial')
    .mockRejectedValue(new Problem(422, 'That is no number', [{ field: 'to', message: 'A number has a country' }]));
  show(<PreviewPane view={view({ channel: 'sms' })} wording={{ text: 'x' }} onReplace={() => {}} />);
  const to = await screen.findByRole('textbox', { name: 'Your phone number' });
  fireEvent.change(to, { target: { value: '12' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send test' }));
  expect(await screen.findByRole('alert')).toHaveTextContent('A number has a country');
  expect(to).toHaveValue('12');
  await waitFor(() =>
    expect(send).toHaveBeenCalledWith({
      message: expect.objectContaining({ orderShop: 'kites', orderNumber: 'QK-7' }),
      to: '12',
    }),
  );
});

it('shows every language under each other, and what is wrong with one leaves the others', async () => {
  vi.spyOn(api, 'previewWording').mockImplementation(async (a) => {
    if (a.language === 'de') throw new Problem(422, 'Nichts da');
    return shown({
      message: { subject: 'On its way', text: `Hello in ${a.language}, ${a.wording?.text ?? 'as kept'}` },
    });
  });
  show(
    <PreviewPane
      view={view({ places: [place('en'), place('de'), place('fr')] })}
      wording={{ text: 'as typed' }}
      onReplace={() => {}}
    />,
  );
  fireEvent.click(await screen.findByText('All languages'));
  expect(await screen.findByText('Hello in en, as typed')).toBeInTheDocument();
  expect(await screen.findByText('Hello in fr, as kept')).toBeInTheDocument();
  expect(await screen.findByText('Nichts da')).toBeInTheDocument();
});
