import type { Place } from '../wording/place';
import type { components } from './schema';

export type Schemas = components['schemas'];
export type Fault = { field: string; message: string };

/** A refusal of the server: what it says to a person, and the values at fault. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: Fault[] = [],
    /** Of a document that was changed meanwhile: as it stands now, and its version. */
    readonly current?: unknown,
    readonly version?: string,
  ) {
    super(message);
  }
}

function csrfToken(): string | undefined {
  return document.cookie
    .split('; ')
    .find((c) => c.startsWith('XSRF-TOKEN='))
    ?.slice('XSRF-TOKEN='.length);
}

/** A proxy, or the page of a network that wants a log-in, may answer in place of the server. */
// biome-ignore lint/suspicious/noExplicitAny: what it holds depends on the call
function parseAnswer(text: string, status: number): any {
  if (!text) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem(
      status,
      `Something between this browser and Upbeat Herald answered in its place (status ${status}). Wait a moment, then try again. What you entered is still here.`,
    );
  }
}

async function call<T>(method: string, path: string, body?: unknown, version?: string): Promise<T> {
  const headers: Record<string, string> = { Accept: 'application/json' };
  const token = csrfToken();
  if (token && method !== 'GET') headers['X-XSRF-TOKEN'] = decodeURIComponent(token);
  if (version) headers['If-Match'] = `"${version}"`;
  let payload: BodyInit | undefined;
  if (body instanceof FormData) payload = body;
  else if (body instanceof Blob) {
    headers['Content-Type'] = 'application/json';
    payload = body;
  } else if (body !== undefined) {
    headers['Content-Type'] = 'application/json';
    payload = JSON.stringify(body);
  }
  let response: Response;
  try {
    response = await fetch(path, { method, headers, body: payload, credentials: 'same-origin' });
  } catch {
    throw new Problem(
      0,
      'Can’t reach Upbeat Herald. Check that it’s running, then try again. What you entered is still here.',
    );
  }
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  const answer = parseAnswer(text, response.status);
  if (!response.ok)
    throw new Problem(
      response.status,
      answer?.detail ?? `The server answered with status ${response.status}.`,
      answer?.errors ?? [],
      answer?.current,
      answer?.version,
    );
  return answer as T;
}

/** A whole file, or a refusal: one that breaks off is not kept as if it were whole. */
async function download(path: string, signal: AbortSignal): Promise<Blob> {
  const broken = 'The connection broke off before the file was complete. Nothing was saved; try again.';
  const response = await fetch(path, { signal, credentials: 'same-origin' }).catch((e: Error) => {
    throw signal.aborted ? e : new Problem(0, broken);
  });
  if (!response.ok)
    throw new Problem(
      response.status,
      (await response.json().catch(() => undefined))?.detail ?? `The server answered with status ${response.status}.`,
    );
  return response.blob().catch((e: Error) => {
    throw signal.aborted ? e : new Problem(0, broken);
  });
}

/** A picture as an address that holds it, or null where there is none. */
async function picture(address: string): Promise<string | null> {
  const response = await fetch(`/ui/pictures${query({ url: address })}`, { credentials: 'same-origin' });
  if (response.status !== 200) return null;
  const blob = await response.blob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(blob);
  });
}

const get = <T>(path: string) => call<T>('GET', path);
/** Which sender's address: a brand's, or another one that a notice is sent from. */
export type SenderOf = { shop?: string; address?: string };

const at = (shop: string, number: string) => `${encodeURIComponent(shop)}/${encodeURIComponent(number)}`;
const query = (params: Record<string, string | undefined>) => {
  const filled = Object.entries(params).filter((p): p is [string, string] => !!p[1]);
  return filled.length ? `?${new URLSearchParams(filled)}` : '';
};

const form = (parts: Record<string, string | Blob>) => {
  const data = new FormData();
  for (const [name, part] of Object.entries(parts)) data.set(name, part);
  return data;
};

/** Which orders are wanted, as the address and the server name it; blank means all. */
export type AnswerFilter = { state?: string; notice?: string; stage?: string };

/** Which changes of the set-up are wanted; blank means all. */
export type ChangeAsk = { area?: string; by?: string; search?: string };

/** Which movements of credit are wanted; blank means all. */
export type LedgerAsk = { month?: string; kind?: string };

/** Which messages are meant. */
export type MessageAsk = Schemas['MessageAsk'];
const flat = (ask: MessageAsk): Record<string, string | undefined> => ({ ...ask.when, ...ask.what, ...ask.whose });

export type OrderFilter = Partial<
  Record<
    | 'stage'
    | 'search'
    | 'shop'
    | 'carrier'
    | 'country'
    | 'payment'
    | 'tag'
    | 'noContact'
    | 'message'
    | 'quietDays'
    | 'askedToCancel',
    string
  >
>;
/** Where each value of an order stands in a shop's document. */
export type Mapping = {
  each?: string | null;
  fields: Record<string, Pointer>;
  lists: Record<string, { path: string; fields: Record<string, Pointer> }>;
  stages: Record<string, string>;
};
export type Pointer = { path: string; steps: { kind: string; argument?: string | null }[] };

const wordingAt = (p: Place, more = '') =>
  `/ui/wording/${at(p.notice, p.channel)}${more}${query({ language: p.language, shop: p.shop, carrier: p.carrier, country: p.country })}`;

/** The only way to the server. */
export const api = {
  session: () => get<Schemas['SessionView']>('/ui/session'),
  signIn: (name: string, password: string, code?: string) =>
    call<Schemas['SessionView']>('POST', '/ui/session', { name, password, code }),
  invitation: (token: string) => call<Schemas['Invitation']>('POST', '/ui/invitation', { token }),
  acceptInvitation: (token: string, name: string, password: string) =>
    call<Schemas['Invitation']>('POST', '/ui/invitation', { token, name, password }),
  askForReset: (email: string) => call<void>('POST', '/ui/password-reset/ask', { email }),
  resetPassword: (token: string, password: string) => call<void>('POST', '/ui/password-reset', { token, password }),
  me: () => get<Schemas['MyAccount']>('/ui/me'),
  changePassword: (current: string, password: string) => call<void>('PUT', '/ui/me/password', { current, password }),
  changeEmail: (current: string, email: string) => call<void>('PUT', '/ui/me/email', { current, email }),
  offerSecondStep: (current: string) => call<Schemas['Offer']>('POST', '/ui/me/second-step', { current }),
  confirmSecondStep: (code: string) => call<Schemas['RecoveryCodes']>('PUT', '/ui/me/second-step', { code }),
  turnOffSecondStep: (current: string) => call<void>('POST', '/ui/me/second-step/off', { current }),
  renewRecoveryCodes: (current: string) => call<Schemas['RecoveryCodes']>('POST', '/ui/me/recovery-codes', { current }),
  endSession: (id: string) => call<void>('DELETE', `/ui/me/sessions/${id}`),
  endOtherSessions: () => call<void>('DELETE', '/ui/me/sessions'),
  people: () => get<Schemas['People']>('/ui/people'),
  invite: (email: string, role: string) => call<Schemas['Invited']>('POST', '/ui/people/invitations', { email, role }),
  withdrawInvitation: (email: string) => call<void>('DELETE', `/ui/people/invitations${query({ email })}`),
  changeRole: (id: number, role: string) => call<void>('PUT', `/ui/people/${id}/role`, { role }),
  dropSecondStep: (id: number) => call<void>('DELETE', `/ui/people/${id}/second-step`),
  removePerson: (id: number) => call<void>('DELETE', `/ui/people/${id}`),
  changeLog: (ask: ChangeAsk, below?: number) =>
    get<Schemas['ChangePage']>(`/ui/changes-log${query({ ...ask, below: below ? String(below) : undefined })}`),
  /** Where the log is fetched as a file. */
  changesAddress: (format: string, ask: ChangeAsk) => `/ui/changes-log/export.${format}${query({ ...ask })}`,
  firstAccount: (name: string, password: string, code: string) =>
    call<Schemas['FirstAccount']>('POST', '/ui/first-account', { name, password, code }),
  publicAddress: () => get<Schemas['AddressView']>('/ui/public-address'),
  changePublicAddress: (body: Schemas['AddressBody'], version: string) =>
    call<Schemas['AddressView']>('PUT', '/ui/public-address', body, version),
  apiKeys: () => get<Schemas['ApiKey'][]>('/ui/api-keys'),
  createApiKey: (name: string, rights: string) => call<Schemas['CreatedKey']>('POST', '/ui/api-keys', { name, rights }),
  revokeApiKey: (id: number) => call<void>('DELETE', `/ui/api-keys/${id}`),
  signOut: () => call<void>('DELETE', '/ui/session'),

  credit: () => get<Schemas['CreditView']>('/ui/credit'),
  topUp: (id: string, amount: string, note: string) =>
    call<Schemas['CreditView']>('POST', '/ui/credit/top-ups', { id, amount, note }),
  correctCredit: (amount: string, note: string) =>
    call<Schemas['CreditView']>('POST', '/ui/credit/corrections', { amount, note }),
  saveCreditSettings: (body: Schemas['SettingsBody']) =>
    call<Schemas['CreditView']>('PUT', '/ui/credit/settings', body),
  importPrices: (file: File) => call<Schemas['CreditView']>('POST', '/ui/credit/prices', form({ file })),
  ledger: (ask: LedgerAsk, below?: number) =>
    get<Schemas['LedgerPage']>(`/ui/credit/entries${query({ ...ask, below: below ? String(below) : undefined })}`),
  /** Where the ledger is fetched as a file. */
  ledgerAddress: (format: string, ask: LedgerAsk) => `/ui/credit/entries/export.${format}${query({ ...ask })}`,
  customer: (shop: string, number: string) => get<Schemas['CustomerOverview']>(`/ui/customers/${at(shop, number)}`),
  /** Where all that is known of a customer is fetched as a file. */
  customerFile: (shop: string, number: string) => `/ui/customers/${at(shop, number)}/export.json`,
  picture,
  route: () => get<Schemas['Stop'][]>('/ui/route'),
  orders: (filter: OrderFilter, after?: string) => get<Schemas['Page']>(`/ui/orders${query({ ...filter, after })}`),
  ordersNames: (filter: OrderFilter) => get<Schemas['MatchingOrders']>(`/ui/orders-names${query(filter)}`),
  ordersAttention: () => get<Schemas['Attention']>('/ui/orders-attention'),
  ordersCount: (filter: OrderFilter) => get<Schemas['Count']>(`/ui/orders-count${query(filter)}`),
  ordersChoices: () => get<Schemas['Choices']>('/ui/orders-choices'),
  exportOrders: (format: string, filter: OrderFilter, progress: string, signal: AbortSignal) =>
    download(`/ui/orders-export.${format}${query({ ...filter, progress })}`, signal),
  exportProgress: (id: string) => get<Schemas['Done']>(`/ui/orders-export-progress/${id}`),
  keepView: (name: string, filter: string) =>
    call<Schemas['View']>('POST', '/ui/orders-views', { name, query: filter }),
  dropView: (id: number) => call<void>('DELETE', `/ui/orders-views/${id}`),
  order: (shop: string, number: string) => get<Schemas['OrderTimelineView']>(`/ui/orders/${at(shop, number)}`),
  outcomes: (shop: string, number: string) =>
    get<Schemas['NoticeOutcome'][]>(`/ui/orders/${at(shop, number)}/outcomes`),
  message: (id: string) => get<Schemas['ShownMessage']>(`/ui/messages/${id}`),
  questionSets: () => get<Schemas['QuestionSetView'][]>('/ui/plan/question-sets'),
  hold: (shop: string, number: string, why?: string) =>
    call<void>('PUT', `/ui/orders/${at(shop, number)}/hold`, { why }),
  release: (shop: string, number: string) => call<void>('DELETE', `/ui/orders/${at(shop, number)}/hold`),
  shopCalls: (shop: string) => get<Schemas['ShopCallsView']>(`/ui/shops/${encodeURIComponent(shop)}/calls`),
  saveShopCalls: (shop: string, url: string | undefined, version: string) =>
    call<Schemas['ShopCallsView']>('PUT', `/ui/shops/${encodeURIComponent(shop)}/calls`, { url }, version),
  doShopCalls: (shop: string, what: string) =>
    call<Schemas['ShopCallsView']>('POST', `/ui/shops/${encodeURIComponent(shop)}/calls/${what}`),
  answerList: (filter: AnswerFilter, page: number) =>
    get<Schemas['AnswerList']>(`/ui/answers${query({ ...filter, page: page > 0 ? String(page) : undefined })}`),
  replies: () => get<Schemas['ReplyInbox']>('/ui/answers/replies'),
  replyDone: (id: number) => call<void>('POST', `/ui/answers/replies/${id}/done`),
  answerReply: (id: number, text: string) => call<void>('POST', `/ui/answers/replies/${id}/answers`, { text }),
  measureAnswer: (id: number, text: string) =>
    call<Schemas['AnswerMeasure']>('POST', `/ui/answers/replies/${id}/answers/measure`, { text }),
  assignReply: (id: number, name?: string) => call<void>('PUT', `/ui/answers/replies/${id}/assignee`, { name }),
  replyToMail: (id: string, text: string) =>
    call<unknown>('POST', `/bench/mail/${encodeURIComponent(id)}/reply`, { text }),
  reply: (number: string, channel: string, text: string) =>
    call<unknown>('POST', `/bench/phones/${encodeURIComponent(number)}/reply`, { channel, text }),
  answers: (shop: string, number: string) => get<Schemas['GivenAnswer'][]>(`/ui/orders/${at(shop, number)}/answers`),
  correctAnswer: (shop: string, number: string, notice: string, correction: Schemas['Correction'], version: string) =>
    call<void>('PUT', `/ui/orders/${at(shop, number)}/answers/${encodeURIComponent(notice)}`, correction, version),
  settleMany: (orders: Schemas['OrderName'][], status: string, as: string) =>
    call<Schemas['Settled']>('POST', '/ui/messages/settle', { orders, status, as }),
  messages: (ask: MessageAsk, after?: string) =>
    get<Schemas['MessagePage']>(`/ui/messages${query({ ...flat(ask), after })}`),
  act: (id: string, act: Schemas['Act']) =>
    call<Schemas['ShownMessage']>('POST', `/ui/messages/${encodeURIComponent(id)}/act`, act),
  actOnAll: (ask: MessageAsk, act: Schemas['Act'], after?: string) =>
    call<Schemas['PartDone']>('POST', '/ui/messages/act', { ask, act, after }),
  exportMessages: (format: string, ask: MessageAsk, progress: string, signal: AbortSignal) =>
    download(`/ui/messages/export.${format}${query({ ...flat(ask), progress })}`, signal),
  messageExportProgress: (id: string) => get<Schemas['Done']>(`/ui/messages/export-progress/${id}`),
  correctContact: (shop: string, number: string, contact: Schemas['ContactCorrectionBody']) =>
    call<Schemas['ContactView']>('PUT', `/ui/orders/${at(shop, number)}/contact`, contact),

  plan: () => get<Schemas['Plan']>('/ui/plan'),
  planChecks: () => get<Schemas['PlanFinding'][]>('/ui/plan/checks'),
  noticeReasons: (id: string, order: string) =>
    get<Schemas['NoticeReason'][]>(
      `/ui/plan/notices/${encodeURIComponent(id)}/reasons${query({ order: order || undefined })}`,
    ),
  series: () => get<Schemas['SeriesView'][]>('/ui/plan/series'),
  addSeries: (series: Schemas['SeriesBody']) => call<Schemas['SeriesView']>('POST', '/ui/plan/series', series),
  changeSeries: (id: string, series: Schemas['SeriesBody'], version: string) =>
    call<Schemas['SeriesView']>('PUT', `/ui/plan/series/${encodeURIComponent(id)}`, series, version),
  removeSeries: (id: string) => call<void>('DELETE', `/ui/plan/series/${encodeURIComponent(id)}`),
  seriesMembers: (id: string) => get<Schemas['SeriesMembers']>(`/ui/plan/series/${encodeURIComponent(id)}/members`),
  leaveSeries: (id: string, order: Schemas['OrderRef']) =>
    call<void>('POST', `/ui/plan/series/${encodeURIComponent(id)}/members/leave`, order),
  returnToSeries: (id: string, order: Schemas['OrderRef']) =>
    call<void>('POST', `/ui/plan/series/${encodeURIComponent(id)}/members/return`, order),
  shopMessages: () => get<Schemas['ShopMessages'][]>('/ui/plan/shop-messages'),
  changeShopMessages: (body: Schemas['ShopMessages']) =>
    call<Schemas['ShopMessages'][]>('PUT', '/ui/plan/shop-messages', body),
  starterPlans: () => get<Schemas['StarterPlanView'][]>('/ui/plan/starters'),
  fillPlan: (starter: string) => call<string[]>('POST', `/ui/plan/starters/${encodeURIComponent(starter)}`),
  /** @param file a plan as JSON, as it was exported */
  comparePlan: (file: Blob) => call<Schemas['PlanComparison']>('POST', '/ui/plan/file/compare', file),
  importPlan: (file: Blob, mark: string, ids: string[]) =>
    call<Schemas['Imported']>(
      'POST',
      `/ui/plan/file?${new URLSearchParams([['mark', mark], ...ids.map((id) => ['notice', id])])}`,
      file,
    ),
  checkGoLive: (id: string) => get<Schemas['GoLive']>(`/ui/plan/notices/${encodeURIComponent(id)}/go-live`),
  firstSteps: () => get<Schemas['FirstSteps']>('/ui/first-steps'),
  addNotice: (notice: Schemas['NoticeBody']) => call<Schemas['NoticeView']>('POST', '/ui/plan/notices', notice),
  /** Its words stay as they are: they are written in Wording, perhaps by somebody else meanwhile. */
  changeNotice: (
    id: string,
    { wordings: _wordings, others: _others, ...notice }: Schemas['NoticeBody'],
    version: string,
  ) => call<Schemas['NoticeView']>('PUT', `/ui/plan/notices/${id}`, notice, version),
  noticeVersions: (id: string) =>
    get<Schemas['NoticeVersionView'][]>(`/ui/plan/notices/${encodeURIComponent(id)}/versions`),
  rehearsalOf: (id: string) =>
    call<Schemas['Rehearsal'] | undefined>('GET', `/ui/rehearsals/of-notice/${encodeURIComponent(id)}`),
  sending: () => get<Schemas['Sending']>('/ui/sending'),
  stopSending: (scope: string) => call<Schemas['Sending']>('POST', '/ui/sending/stop', { scope }),
  resumeSending: (scope: string) => call<Schemas['Sending']>('POST', '/ui/sending/resume', { scope }),
  dropHeld: (scope: string) => call<Schemas['Dropped']>('POST', '/ui/sending/drop', { scope }),
  changeFloodLimit: (limit: Schemas['FloodLimit']) => call<Schemas['FloodLimit']>('PUT', '/ui/sending/limit', limit),
  /** @param most messages per customer and day; undefined for no limit */
  changeDailyLimit: (most: number | undefined) =>
    call<Schemas['DailyLimitBody']>('PUT', '/ui/sending/daily-limit', { most: most ?? null }),
  recall: (id: string) => call<Schemas['ShownMessage']>('POST', `/ui/messages/${encodeURIComponent(id)}/recall`),
  teamAddresses: () => get<Schemas['TeamAddressesView']>('/ui/team-addresses'),
  changeTeamAddresses: (body: Schemas['TeamAddresses'], version: string) =>
    call<Schemas['TeamAddressesView']>('PUT', '/ui/team-addresses', body, version),
  removeNotice: (id: string) => call<void>('DELETE', `/ui/plan/notices/${id}`),
  preview: (request: Schemas['PreviewRequest']) => call<Schemas['Shown']>('POST', '/ui/plan/preview', request),
  conditionKinds: () => get<Schemas['Kind'][]>('/ui/plan/conditions'),
  countAudience: (audience: Schemas['Audience']) =>
    call<Schemas['AudienceCount']>('POST', '/ui/plan/audience', audience),
  reach: (notice: Schemas['NoticeBody']) => call<Schemas['Reached']>('POST', '/ui/plan/reach', notice),
  rehearsals: () => get<Schemas['RehearsalRow'][]>('/ui/rehearsals'),
  rehearsal: (id: string) => get<Schemas['Rehearsal']>(`/ui/rehearsals/${encodeURIComponent(id)}`),
  checkRehearsalFile: (file: File, shop: string) =>
    call<Schemas['FileContent']>('POST', '/ui/rehearsals/file/check', form({ file, shop })),
  rehearseFile: (file: File, shop: string, request: Schemas['RehearsalRequest']) =>
    call<Schemas['Rehearsal']>(
      'POST',
      '/ui/rehearsals/file',
      form({ file, shop, request: new Blob([JSON.stringify(request)], { type: 'application/json' }) }),
    ),
  startRehearsal: (request: Schemas['RehearsalRequest']) =>
    call<Schemas['Rehearsal']>('POST', '/ui/rehearsals', request),
  stopRehearsal: (id: string) => call<void>('POST', `/ui/rehearsals/${encodeURIComponent(id)}/stop`),
  removeRehearsal: (id: string) => call<void>('DELETE', `/ui/rehearsals/${encodeURIComponent(id)}`),
  rehearsalDifferences: (id: string, after: number) =>
    get<Schemas['Differences']>(`/ui/rehearsals/${encodeURIComponent(id)}/differences?after=${after}`),
  rehearsedOrder: (id: string, shop: string, number: string) =>
    get<Schemas['RehearsedOrder']>(`/ui/rehearsals/${encodeURIComponent(id)}/orders/${at(shop, number)}`),

  customerOrders: (shop: string, number: string) => get<Schemas['CustomerOrder'][]>(`/ui/erasure/${at(shop, number)}`),
  eraseCustomer: (orders: Schemas['OrderName'][]) => call<Schemas['Erased']>('POST', '/ui/erasure', { orders }),
  stopCounts: () => get<Schemas['ReasonCount'][]>('/ui/stop-list'),
  stop: (action: 'find' | 'add' | 'remove', channel: string, address: string) =>
    call<Schemas['StopView']>('POST', `/ui/stop-list/${action}`, { channel, address }),

  recognise: (trackingNumber: string) =>
    call<Schemas['Recognised']>('POST', '/ui/tracking-numbers/recognise', { trackingNumber }),
  putParcel: (shop: string, number: string, parcel: Schemas['ParcelByHand']) =>
    call<Schemas['Done']>('POST', `/ui/hand/orders/${at(shop, number)}/parcels`, parcel),
  changeParcel: (shop: string, number: string, carrier: string, tracking: string, parcel: Schemas['ParcelByHand']) =>
    call<Schemas['Done']>('PUT', `/ui/hand/orders/${at(shop, number)}/parcels/${at(carrier, tracking)}`, parcel),
  restartPolling: (shop: string, number: string, trackingNumber: string, carrier: string) =>
    call<Schemas['Done']>(
      'POST',
      `/ui/hand/orders/${[shop, number].map(encodeURIComponent).join('/')}/parcels/${[trackingNumber].map(encodeURIComponent)}/polling/${carrier}`,
    ),
  removeParcel: (shop: string, number: string, carrier: string, tracking: string) =>
    call<Schemas['Done']>('DELETE', `/ui/hand/orders/${at(shop, number)}/parcels/${at(carrier, tracking)}`),
  mark: (orders: Schemas['OrderName'][], stage: string, trackingNumber?: string, confirmed = false) =>
    call<Schemas['Done']>('POST', '/ui/hand/marks', { orders, stage, trackingNumber, confirmed }),
  tag: (orders: Schemas['OrderName'][], tag: string) => call<Schemas['Done']>('POST', '/ui/hand/tags', { orders, tag }),
  returns: (all: boolean, page: number) =>
    get<Schemas['ReturnList']>(
      `/ui/returns${query({ all: all ? 'true' : undefined, page: page ? String(page) : undefined })}`,
    ),
  receiveReturn: (id: number) => call<Schemas['Done']>('POST', `/ui/hand/returns/${id}/received`),
  cancelReturn: (id: number) => call<Schemas['Done']>('POST', `/ui/hand/returns/${id}/cancel`),
  undo: (change: number) => call<Schemas['Done']>('POST', `/ui/hand/deeds/${change}/undo`),

  checkSheet: (file: File, shop: string, kind: string) =>
    call<Schemas['SheetResult']>('POST', '/ui/sheets', form({ file, shop, kind })),
  matchSheet: (id: string, match: Schemas['Match']) => call<Schemas['SheetResult']>('PUT', `/ui/sheets/${id}`, match),
  sheet: (id: string) => get<Schemas['SheetResult']>(`/ui/sheets/${id}`),
  applySheet: (id: string) => call<Schemas['SheetResult']>('POST', `/ui/sheets/${id}`),
  stopSheet: (id: string) => call<Schemas['SheetResult']>('POST', `/ui/sheets/${id}/stop`),
  refusedRows: (id: string) => `/ui/sheets/${id}/refused.csv`,

  lookScans: (file: File) => call<Schemas['Looked']>('POST', '/ui/scans/look', form({ file })),
  takeScans: (file: File, carrier?: string) =>
    call<Schemas['ScansAccepted']>('POST', '/ui/scans', form({ file, carrier: carrier ?? '' })),

  shops: () => get<Schemas['ShopLine'][]>('/ui/shops'),
  shop: (key: string) => get<Schemas['ShopView']>(`/ui/shops/${key}`),
  shopKit: () => get<Schemas['MappingTools']>('/ui/shops/kit'),
  addShop: (key: string, name: string) => call<Schemas['ShopView']>('POST', '/ui/shops', { key, name }),
  refusedCalls: (key: string) => get<Schemas['RefusedCalls'][]>(`/ui/shops/${encodeURIComponent(key)}/refused`),
  clearRefusedCalls: (key: string) => call<void>('DELETE', `/ui/shops/${encodeURIComponent(key)}/refused`),
  renewShop: (key: string) => call<Schemas['ShopView']>('POST', `/ui/shops/${key}/address`),
  arrivals: (key: string, state?: string) =>
    get<Schemas['WebhookRequestView'][]>(`/ui/shops/${key}/arrivals${query({ state })}`),
  dropArrival: (key: string, id: number) => call<void>('DELETE', `/ui/shops/${key}/arrivals/${id}`),
  propose: (key: string, sample: string) =>
    call<Schemas['Proposed']>('POST', `/ui/shops/${key}/propose`, JSON.parse(sample)),
  tryMapping: (key: string, mapping: Mapping, body?: string) =>
    call<Schemas['Tried'][]>('POST', `/ui/shops/${key}/try`, { mapping, body }),
  saveMapping: (key: string, mapping: Mapping, version: string) =>
    call<Schemas['MappingSaved']>('PUT', `/ui/shops/${key}/mapping`, mapping, version),
  readAgain: (key: string) => call<Schemas['ReadAgain']>('POST', `/ui/shops/${key}/read-again`),

  carriers: () => get<Schemas['Directory']>('/ui/carriers'),
  addCarrier: (carrier: Schemas['CarrierBody']) => call<Schemas['CarrierBody']>('POST', '/ui/carriers', carrier),
  changeCarrier: (key: string, carrier: Schemas['CarrierBody'], version: string) =>
    call<Schemas['CarrierBody']>('PUT', `/ui/carriers/${key}`, carrier, version),
  removeCarrier: (key: string) => call<void>('DELETE', `/ui/carriers/${key}`),
  preferCarrier: (key: string) => call<Schemas['Directory']>('POST', `/ui/carriers/${key}/prefer`),
  carrierLogo: (file: File) => call<Schemas['Logo']>('POST', '/ui/carriers/logo', form({ file })),
  checkCarriers: (file: File) => call<Schemas['ImportCheck']>('POST', '/ui/carriers/import/check', form({ file })),
  importCarriers: (file: File, version: string) =>
    call<Schemas['ImportDone']>('POST', `/ui/carriers/import${query({ version })}`, form({ file })),
  lastCarrierImport: () => get<Schemas['LastImport']>('/ui/carriers/import/last'),
  undoCarrierImport: (id: number) => call<Schemas['Undone']>('POST', `/ui/carriers/import/${id}/undo`),
  postalOperators: () => get<Schemas['PostalOperator'][]>('/ui/carriers/postal-operators'),
  unmappedCodes: () => get<Schemas['UnmappedCode'][]>('/ui/unmapped-codes'),
  previewMeaning: (carrier: string, meaning: Schemas['Meaning']) =>
    call<Schemas['MeaningEffect']>('POST', `/ui/unmapped-codes/${carrier}/preview`, meaning),
  saveMeaning: (carrier: string, meaning: Schemas['Meaning']) =>
    call<Schemas['MeaningEffect']>('POST', `/ui/unmapped-codes/${carrier}`, meaning),

  brand: (shop?: string) => get<Schemas['BrandView']>(`/ui/brand${query({ shop })}`),
  changeBrand: (brand: Schemas['BrandBody'], version: string, shop?: string) =>
    call<Schemas['BrandView']>('PUT', `/ui/brand${query({ shop })}`, brand, version),
  dropBrand: (shop: string) => call<Schemas['BrandView']>('DELETE', `/ui/brand${query({ shop })}`),
  previewBrand: (brand: Schemas['BrandBody']) => call<Schemas['BrandShown']>('POST', '/ui/brand/preview', brand),
  brandLogo: (file: File) => call<Schemas['BrandLogo']>('POST', '/ui/brand/logo', form({ file })),
  sender: (of: SenderOf) => get<Schemas['SenderView']>(`/ui/sender${query(of)}`),
  sendSenderCode: (of: SenderOf) => call<Schemas['SenderView']>('POST', `/ui/sender/send-code${query(of)}`),
  confirmSenderCode: (code: string, of: SenderOf) =>
    call<Schemas['SenderView']>('POST', `/ui/sender/confirm-code${query(of)}`, { code }),

  wordings: () => get<Schemas['WordingLine'][]>('/ui/wording'),
  wording: (p: Place) => get<Schemas['WordingView']>(wordingAt(p)),
  changeWording: (p: Place, wording: Schemas['Wording'], version: string) =>
    call<Schemas['WordingView']>('PUT', wordingAt(p), wording, version),
  removeWording: (p: Place) => call<Schemas['WordingView']>('DELETE', wordingAt(p)),
  wordingHistory: (p: Place) => get<Schemas['Version'][]>(wordingAt(p, '/history')),
  copyWording: (copy: Schemas['CopyAsk']) => call<Schemas['WordingView']>('POST', '/ui/wording/copy', copy),
  wordingSource: (wording: Schemas['Wording']) =>
    call<Schemas['SourceText']>('POST', '/ui/wording/source', { wording }),
  previewWording: (ask: Schemas['PreviewAsk']) => call<Schemas['Shown']>('POST', '/ui/wording/preview', ask),
  sendTrial: (trial: Schemas['TrialAsk']) => call<Schemas['TrialSent']>('POST', '/ui/wording/trial', trial),
  lookReplace: (ask: Schemas['ReplaceAsk']) => call<Schemas['Found'][]>('POST', '/ui/wording/replace/look', ask),
  replace: (ask: Schemas['ReplaceAsk']) => call<Schemas['Found'][]>('POST', '/ui/wording/replace', ask),
  pieces: () => get<Schemas['WordingParts']>('/ui/wording-pieces'),
  keepBlock: (name: string, block: Schemas['Block']) =>
    call<Schemas['SavedBlock']>('POST', '/ui/wording-pieces/blocks', { name, block }),
  dropBlock: (id: string) => call<void>('DELETE', `/ui/wording-pieces/blocks/${id}`),
  wordingPicture: (file: File) => call<Schemas['Picture']>('POST', '/ui/wording-pieces/pictures', form({ file })),

  senderAuthentication: (shop?: string) =>
    get<Schemas['SenderAuthenticationView']>(`/ui/sender/authentication${query({ shop })}`),
  checkSender: (shop?: string) =>
    call<Schemas['SenderAuthenticationView']>('POST', `/ui/sender/authentication/check${query({ shop })}`),
  createSenderKey: (shop?: string) =>
    call<Schemas['SenderAuthenticationView']>('POST', `/ui/sender/authentication/key${query({ shop })}`),
  deleteSenderKey: (shop?: string) =>
    call<Schemas['SenderAuthenticationView']>('DELETE', `/ui/sender/authentication/key${query({ shop })}`),
  subscribers: () => get<Schemas['SubscribersView']>('/ui/subscribers'),
  addSubscriber: (body: Schemas['SubscriberBody']) => call<Schemas['SubscriberView']>('POST', '/ui/subscribers', body),
  changeSubscriber: (id: string, body: Schemas['SubscriberBody']) =>
    call<Schemas['SubscriberView']>('PUT', `/ui/subscribers/${id}`, body),
  deleteSubscriber: (id: string) => call<void>('DELETE', `/ui/subscribers/${id}`).then(() => true),
  renewSubscriberSecret: (id: string) => call<Schemas['SubscriberView']>('POST', `/ui/subscribers/${id}/secret`),
  testSubscriber: (id: string) => call<Schemas['TestResult']>('POST', `/ui/subscribers/${id}/test`),
  replaySubscriber: (id: string, since: string) =>
    call<Schemas['SubscriberView']>('POST', `/ui/subscribers/${id}/replay`, { since }),
  deliveries: (id: string) => get<Schemas['DeliveryView'][]>(`/ui/subscribers/${id}/deliveries`),
  sendEventAgain: (id: string, seq: number) =>
    call<void>('POST', `/ui/subscribers/${id}/deliveries/${seq}/again`).then(() => true),
  gateways: () => get<Schemas['GatewayView'][]>('/ui/gateways'),
  tryGateway: (account: string, body: Schemas['GatewayBody']) =>
    call<Schemas['ConnectionCheck']>('POST', `/ui/gateways/${account}/test`, body),
  addGateway: (channel: string, body: Schemas['GatewayBody']) =>
    call<Schemas['GatewayView']>('POST', `/ui/gateways/${channel}/others`, body),
  changeGateway: (account: string, body: Schemas['GatewayBody'], version: string) =>
    call<Schemas['GatewayView']>('PUT', `/ui/gateways/${account}`, body, version),
  retryGateway: (account: string) => call<Schemas['GatewayView']>('POST', `/ui/gateways/${account}/retry`),
  removeGateway: (account: string) => call<Schemas['GatewayView']>('DELETE', `/ui/gateways/${account}`),

  feeds: () => get<Schemas['FeedView'][]>('/ui/feeds'),
  addFeed: (feed: Schemas['FeedBody']) => call<Schemas['FeedView']>('POST', '/ui/feeds', feed),
  changeFeed: (id: number, feed: Schemas['FeedBody'], version: string) =>
    call<Schemas['FeedView']>('PUT', `/ui/feeds/${id}`, feed, version),
  removeFeed: (id: number) => call<void>('DELETE', `/ui/feeds/${id}`),
  askFeed: (id: number) => call<Schemas['FeedView']>('POST', `/ui/feeds/${id}/ask`),
  stopFeed: (id: number) => call<Schemas['FeedView']>('POST', `/ui/feeds/${id}/stop`),

  clock: () => get<Schemas['ClockView']>('/bench/clock'),
  moveClock: (move: Schemas['MoveClock']) => call<Schemas['ClockView']>('POST', '/bench/clock', move),
  mail: (to?: string) => get<BenchMail[]>(`/bench/mail${query({ to })}`),
  phones: () => get<string[]>('/bench/phones'),
  phone: (number: string) => get<PhoneMessage[]>(`/bench/phones/${encodeURIComponent(number)}`),
  press: (number: string, messageId: string, button: string) =>
    call<unknown>('POST', `/bench/phones/${encodeURIComponent(number)}/press`, { messageId, button }),
  servers: () => get<Record<string, boolean>>('/bench/servers'),
  helpPage: () => get<{ url: string }>('/bench/help-page'),
  switchServer: (server: string, running: boolean) => call<unknown>('POST', `/bench/servers/${server}`, { running }),
  placeOrder: (shop: string, number: string, order: Schemas['OrderDocument']) =>
    call<Schemas['OrderView']>('POST', `/bench/orders/${at(shop, number)}`, order),
  shopCall: (document: unknown) => call<{ state: string; reason?: string }>('POST', '/bench/shop-call', document),
  addParcel: (shop: string, number: string, parcel: Schemas['ParcelRequest']) =>
    call<Schemas['ParcelView']>('POST', `/bench/parcels/${at(shop, number)}`, parcel),
  sendScan: (scan: Schemas['ScanBody']) => call<Schemas['ScansAccepted']>('POST', '/bench/scans', [scan]),
};

export type BenchMail = { id: string; from: string; to: string; subject: string; receivedAt: string; raw: string };
export type PhoneMessage = {
  id: string;
  channel: string;
  from: string;
  text: string;
  buttons: { id: string; label: string }[];
  receivedAt: string;
};

/** The one builder of query keys. */
export const keys = {
  session: ['session'] as const,
  me: ['me'] as const,
  credit: ['credit'] as const,
  customer: (shop: string, number: string) => ['customer', shop, number] as const,
  ledger: (ask: LedgerAsk) => ['credit', 'ledger', ask] as const,
  people: ['people'] as const,
  changeLog: (ask: ChangeAsk) => ['change-log', ask] as const,
  route: ['route'] as const,
  firstSteps: ['first-steps'] as const,
  picture: (address: string) => ['picture', address] as const,
  orders: (filter: OrderFilter) => ['orders', filter] as const,
  choices: ['orders-choices'] as const,
  sheet: (id: string) => ['sheet', id] as const,
  shops: ['shops'] as const,
  shop: (key: string) => ['shops', key] as const,
  arrivals: (key: string, state?: string) => ['arrivals', key, state ?? ''] as const,
  shopKit: ['shop-kit'] as const,
  carriers: ['carriers'] as const,
  unmapped: ['unmapped'] as const,
  meaning: (carrier: string, meaning: unknown) => ['meaning', carrier, meaning] as const,
  feeds: ['feeds'] as const,
  publicAddress: ['public-address'] as const,
  ordersAttention: ['orders-count', 'attention'] as const,
  lastCarrierImport: ['carriers', 'import'] as const,
  postalOperators: ['postal-operators'] as const,
  refusedCalls: (key: string) => ['shop', key, 'refused'] as const,
  brand: (shop?: string) => ['brand', shop ?? ''] as const,
  sender: (of: SenderOf) => ['sender', of.shop ?? '', of.address ?? ''] as const,
  wordings: ['wordings'] as const,
  wording: (p: Place) =>
    ['wording', p.notice, p.channel, p.language ?? '', p.shop ?? '', p.carrier ?? '', p.country ?? ''] as const,
  wordingHistory: (p: Place) => ['wording-history', p] as const,
  wordingPreview: (ask: Schemas['PreviewAsk']) => ['wording-preview', ask] as const,
  replaceLook: (ask: Schemas['ReplaceAsk']) => ['replace-look', ask] as const,
  pieces: ['pieces'] as const,
  gateways: ['gateways'] as const,
  senderAuthentication: (shop?: string) => ['sender-authentication', shop ?? ''] as const,
  subscribers: ['subscribers'] as const,
  deliveries: (subscriber: string) => ['subscribers', subscriber, 'deliveries'] as const,
  stopCounts: ['stop-counts'] as const,
  customerOrders: (shop: string, number: string) => ['order', shop, number, 'customer'] as const,
  brandPreview: (brand: Schemas['BrandBody']) => ['brand-preview', brand] as const,
  recognise: (number: string) => ['recognise', number] as const,
  order: (shop: string, number: string) => ['order', shop, number] as const,
  outcomes: (shop: string, number: string) => ['outcomes', shop, number] as const,
  message: (id: string) => ['message', id] as const,
  messages: (ask: MessageAsk) => ['messages', ask] as const,
  plan: ['plan'] as const,
  conditionKinds: ['condition-kinds'] as const,
  audienceCount: (audience: Schemas['Audience']) => ['audience-count', audience] as const,
  reach: (notice: Schemas['NoticeBody']) => ['reach', notice] as const,
  sending: ['sending'] as const,
  teamAddresses: ['team-addresses'] as const,
  questionSets: ['question-sets'] as const,
  answerList: (filter: AnswerFilter) => ['answers', 'list', filter] as const,
  replies: ['answers', 'replies'] as const,
  answerLength: (reply: number, text: string) => ['answer-length', reply, text] as const,
  returns: (all: boolean) => ['answers', 'returns', all] as const,
  returnCounts: ['answers', 'return-counts'] as const,
  shopCalls: (shop: string) => ['shop-calls', shop] as const,
  planChecks: ['plan-checks'] as const,
  starterPlans: ['starter-plans'] as const,
  noticeReasons: (id: string, order: string) => ['plan', id, 'reasons', order] as const,
  series: ['series'] as const,
  seriesMembers: (id: string) => ['series', id, 'members'] as const,
  shopMessages: ['shop-messages'] as const,
  noticeVersions: (id: string) => ['notice-versions', id] as const,
  rehearsals: ['rehearsals'] as const,
  rehearsal: (id: string) => ['rehearsal', id] as const,
  rehearsalDifferences: (id: string) => ['rehearsal', id, 'differences'] as const,
  rehearsedOrder: (id: string, shop: string, number: string) => ['rehearsal', id, shop, number] as const,
  preview: (request: Schemas['PreviewRequest']) => ['preview', request] as const,
  clock: ['clock'] as const,
  outside: ['outside'] as const,
};
