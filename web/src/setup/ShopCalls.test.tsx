import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { App } from 'antd';
import { expect, it, vi } from 'vitest';
import { api, type Schemas } from '../api/client';
import { ShopCalls } from './ShopCalls';

const view = (state: string): Schemas['ShopCallsView'] => ({
  version: '1',
  document: { url: 'https://shop.example/hook' },
  secret: 'whsec_x',
  calls: [{ id: '1', title: 'Test call', at: '2026-11-24T13:05:00Z', state, attempts: 1 }],
});

it('shows what came of a call, also where the answer to the click is older than what was seen already', async () => {
  let now = view('waiting');
  vi.spyOn(api, 'shopCalls').mockImplementation(async () => now);
  // The call was made and refused before the answer, which knows nothing of it yet, is there.
  vi.spyOn(api, 'doShopCalls').mockImplementation(async () => {
    now = view('failed');
    return view('waiting');
  });
  render(
    <App>
      <QueryClientProvider client={new QueryClient()}>
        <ShopCalls shop="kites" now="2026-11-24T13:06:00Z" />
      </QueryClientProvider>
    </App>,
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Send a test call' }));
  expect(await screen.findByText(/not delivered|failed|gave up/i)).toBeInTheDocument();
});
