import type { components } from './schema';

export type Schemas = components['schemas'];
export type Fault = { field: string; message: string };

/** A refusal of the server: what it says to a person, and the values at fault. */
export class Problem extends Error {
  constructor(readonly status: number, message: string, readonly errors: Fault[] = []) {
    super(message);
  }
}

function csrfToken(): string | undefined {
  return document.cookie.split('; ').find((c) => c.startsWith('XSRF-TOKEN='))?.slice('XSRF-TOKEN='.length);
}

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers: Record<string, string> = { Accept: 'application/json' };
  const token = csrfToken();
  if (token && method !== 'GET') headers['X-XSRF-TOKEN'] = decodeURIComponent(token);
  let payload: BodyInit | undefined;
  if (body instanceof FormData) payload = body;
  else if (body !== undefined) {
    headers['Content-Type'] = 'application/json';
    payload = JSON.stringify(body);
  }
  let response: Response;
  try {
    response = await fetch(path, { method, headers, body: payload, credentials: 'same-origin' });
  } catch {
    throw new Problem(0, 'Upbeat Herald does not answer. Is it running? What you entered is still here; try again.');
  }
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  const answer = text ? JSON.parse(text) : undefined;
  if (!response.ok) throw new Problem(response.status, answer?.detail ?? `The server answered with status ${response.status}.`, answer?.errors ?? []);
  return answer as T;
}

const get = <T>(path: string) => call<T>('GET', path);
const at = (shop: string, number: string) => `${encodeURIComponent(shop)}/${encodeURIComponent(number)}`;
const query = (params: Record<string, string | undefined>) => {
  const filled = Object.entries(params).filter((p): p is [string, string] => !!p[1]);
  return filled.length ? `?${new URLSearchParams(filled)}` : '';
};

/** The only door to the server. */
export const api = {
  session: () => get<Schemas['SessionView']>('/ui/session'),
  signIn: (name: string, password: string) => call<Schemas['SessionView']>('POST', '/ui/session', { name, password }),
  firstAccount: (name: string, password: string) => call<Schemas['FirstAccount']>('POST', '/ui/first-account', { name, password }),
  signOut: () => call<void>('DELETE', '/ui/session'),

  route: () => get<Schemas['Stop'][]>('/ui/route'),
  orders: (stage?: string, search?: string, after?: string) => get<Schemas['Page']>(`/ui/orders${query({ stage, search, after })}`),
  order: (shop: string, number: string) => get<Schemas['OrderStory']>(`/ui/orders/${at(shop, number)}`),
  verdicts: (shop: string, number: string) => get<Schemas['Verdict'][]>(`/ui/orders/${at(shop, number)}/verdicts`),
  message: (id: string) => get<Schemas['ShownMessage']>(`/ui/messages/${id}`),
  settle: (id: string, arrived: boolean) => call<Schemas['ShownMessage']>('POST', `/ui/messages/${id}/settle`, { arrived }),

  plan: () => get<Schemas['Plan']>('/ui/plan'),
  addNotice: (notice: Schemas['NoticeBody']) => call<Schemas['NoticeView']>('POST', '/ui/plan/notices', notice),
  changeNotice: (id: string, notice: Schemas['NoticeBody']) => call<Schemas['NoticeView']>('PUT', `/ui/plan/notices/${id}`, notice),
  removeNotice: (id: string) => call<void>('DELETE', `/ui/plan/notices/${id}`),
  preview: (request: Schemas['PreviewRequest']) => call<Schemas['Shown']>('POST', '/ui/plan/preview', request),
  reach: (notice: Schemas['NoticeBody']) => call<Schemas['Reached']>('POST', '/ui/plan/reach', notice),

  rehearseSheet: (file: File, shop: string) => {
    const form = new FormData();
    form.set('file', file);
    form.set('shop', shop);
    return call<Schemas['SheetResult']>('POST', '/ui/sheets', form);
  },
  applySheet: (id: string) => call<Schemas['SheetResult']>('POST', `/ui/sheets/${id}`),

  clock: () => get<Schemas['ClockView']>('/bench/clock'),
  moveClock: (move: Schemas['MoveClock']) => call<Schemas['ClockView']>('POST', '/bench/clock', move),
  mail: (to?: string) => get<BenchMail[]>(`/bench/mail${query({ to })}`),
  phones: () => get<string[]>('/bench/phones'),
  phone: (number: string) => get<PhoneMessage[]>(`/bench/phones/${encodeURIComponent(number)}`),
  press: (number: string, messageId: string, button: string) => call<unknown>('POST', `/bench/phones/${encodeURIComponent(number)}/press`, { messageId, button }),
  servers: () => get<Record<string, boolean>>('/bench/servers'),
  switchServer: (server: string, running: boolean) => call<unknown>('POST', `/bench/servers/${server}`, { running }),
  placeOrder: (shop: string, number: string, order: Schemas['OrderDocument']) => call<Schemas['OrderView']>('POST', `/bench/orders/${at(shop, number)}`, order),
  addParcel: (shop: string, number: string, parcel: Schemas['ParcelRequest']) => call<Schemas['ParcelView']>('POST', `/bench/parcels/${at(shop, number)}`, parcel),
  sendScan: (scan: Schemas['ScanBody']) => call<Schemas['ScansTaken']>('POST', '/bench/scans', [scan]),
};

export type BenchMail = { id: string; from: string; to: string; subject: string; receivedAt: string; raw: string };
export type PhoneMessage = { id: string; channel: string; from: string; text: string; buttons: { id: string; label: string }[]; receivedAt: string };

/** The one builder of query keys. */
export const keys = {
  session: ['session'] as const,
  route: ['route'] as const,
  orders: (stage?: string, search?: string) => ['orders', stage ?? '', search ?? ''] as const,
  order: (shop: string, number: string) => ['order', shop, number] as const,
  verdicts: (shop: string, number: string) => ['verdicts', shop, number] as const,
  message: (id: string) => ['message', id] as const,
  plan: ['plan'] as const,
  reach: (notice: Schemas['NoticeBody']) => ['reach', notice] as const,
  preview: (request: Schemas['PreviewRequest']) => ['preview', request] as const,
  clock: ['clock'] as const,
  outside: ['outside'] as const,
};
