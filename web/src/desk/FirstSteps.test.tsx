import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import { api, type Schemas } from '../api/client';
import { FirstSteps } from './FirstSteps';

afterEach(() => vi.restoreAllMocks());

const ALL: Schemas['StepState']['step'][] = ['ORDERS', 'CARRIERS', 'SENDER', 'GATEWAYS', 'NOTICE', 'TRIAL', 'LIVE'];

function show(done: string[], missing: string[] = []) {
  vi.spyOn(api, 'firstSteps').mockResolvedValue({
    steps: ALL.map((step) => ({ step, done: done.includes(step), missing: step === 'SENDER' ? missing : [] })),
    done: done.length === ALL.length,
  });
  const onImport = vi.fn();
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <FirstSteps onImport={onImport} />
        <output>shown</output>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return onImport;
}

it('ticks what is there and leads to what is not', async () => {
  const onImport = show(['CARRIERS', 'GATEWAYS'], ['the postal address']);
  const list = await screen.findByRole('region', { name: 'First steps' });
  expect(within(list).getByText('5 steps to the first message.')).toBeInTheDocument();
  expect(within(list).getByText('Still missing: the postal address.')).toBeInTheDocument();
  expect(within(list).queryByRole('link', { name: 'Add a carrier' })).not.toBeInTheDocument();
  expect(within(list).getByRole('link', { name: 'Set the sender' })).toHaveAttribute('href', '/setup/brand');
  fireEvent.click(within(list).getByRole('button', { name: 'Import a file' }));
  expect(onImport).toHaveBeenCalled();
});

it('is gone when all is done', async () => {
  show(ALL);
  await screen.findByText('shown');
  await vi.waitFor(() => expect(api.firstSteps).toHaveBeenCalled());
  expect(screen.queryByText('First steps')).not.toBeInTheDocument();
});
