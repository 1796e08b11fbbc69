import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App, Button, Input, Segmented, Select, Switch } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type BenchMail, keys, type PhoneMessage } from '../api/client';
import { Route } from '../route/Route';
import { useGeometry } from '../route/useGeometry';
import { delayWords, plainPart, stageWords, when } from '../words';
import { orderOf, PEOPLE, type Person, SCANS, trackingNumber } from './samples';

type Placed = { shop: string; number: string; person: Person; carrier: string; tracking?: string };

/** The place Test bench: the simulated world outside, with a lever for everything in it. */
export default function TestBench({ now }: { now: string }) {
  const geometry = useGeometry('plan');
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [person, setPerson] = useState(0);
  const [payment, setPayment] = useState('cash-on-delivery');
  const [carrier, setCarrier] = useState('skerry-post');
  const [placed, setPlaced] = useState<Placed>();
  const who = placed?.person ?? PEOPLE[person];
  const outside = useQuery({
    queryKey: [...keys.outside, who.phone, who.email],
    refetchInterval: 1000,
    queryFn: async () => ({ phone: who.phone ? await api.phone(who.phone) : [], mail: await api.mail(who.email) }),
  });
  const servers = useQuery({ queryKey: [...keys.outside, 'servers'], queryFn: api.servers });
  const help = useQuery({
    queryKey: [...keys.outside, 'help'],
    queryFn: api.helpPage,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const clock = useQuery({ queryKey: keys.clock, queryFn: api.clock, refetchInterval: 1500 });

  const act = async (work: () => Promise<unknown>, done?: string) => {
    try {
      await work();
      if (done) message.success(done);
    } catch (e) {
      message.error((e as Error).message);
    } finally {
      await queries.invalidateQueries();
    }
  };
  const place = () =>
    act(async () => {
      const earlier = (await api.orders({ search: 'TB-' })).rows.map((r) =>
        Number(/^TB-(\d+)$/.exec(r.number)?.[1] ?? 0),
      );
      const number = `TB-${Math.max(1000, ...earlier) + 1}`;
      const at = clock.data?.now ?? now;
      await api.placeOrder('kites', number, orderOf(PEOPLE[person], payment, at));
      setPlaced({ shop: 'kites', number, person: PEOPLE[person], carrier });
    }, 'The shop sent the order');
  const scan = (s: { code?: string; text: string }) =>
    act(async () => {
      let tracking = placed!.tracking;
      if (!tracking) {
        tracking = trackingNumber(carrier, 473_000 + Number(placed!.number.slice(3)));
        await api.addParcel(placed!.shop, placed!.number, { carrier, trackingNumber: tracking });
        setPlaced({ ...placed!, carrier, tracking });
      }
      await api.sendScan({
        carrier: placed!.tracking ? placed!.carrier : carrier,
        trackingNumber: tracking,
        code: s.code,
        text: s.text,
        at: clock.data?.now ?? now,
        place: 'Test bench',
      });
    }, 'The carrier sent the scan');
  const move = (body: Parameters<typeof api.moveClock>[0]) => act(() => api.moveClock(body));
  const scans = SCANS[placed?.tracking ? placed.carrier : carrier] ?? [];
  return (
    <>
      <Route title="Test bench" subtitle="a simulated shop, carriers and customers" geometry={geometry} />
      <main className="main">
        <div className="bench">
          <div className="stack">
            <section className="card form">
              <h2>The shop</h2>
              <label htmlFor="bench-person" className="mt0">
                Customer
              </label>
              <Select
                id="bench-person"
                className="full"
                value={person}
                onChange={(p) => {
                  setPerson(p);
                  setPlaced(undefined);
                }}
                options={PEOPLE.map((p, i) => ({ value: i, label: `${p.name}, ${p.country}` }))}
              />
              <label htmlFor="bench-payment">Payment</label>
              <Select
                id="bench-payment"
                className="full"
                value={payment}
                onChange={setPayment}
                options={[
                  { value: 'cash-on-delivery', label: 'cash on delivery' },
                  { value: 'prepaid', label: 'prepaid' },
                ]}
              />
              <div className="actions">
                <Button type="primary" onClick={place}>
                  Place an order
                </Button>
                {help.data && (
                  <a className="link" href={help.data.url} target="_blank" rel="noreferrer">
                    Help page of the shop
                  </a>
                )}
              </div>
              {placed && (
                <p className="mt10">
                  Placed{' '}
                  <Link to={`/orders/${placed.shop}/${placed.number}`} className="mono">
                    {placed.number}
                  </Link>{' '}
                  for {placed.person.name}
                  {placed.tracking && (
                    <>
                      , parcel <span className="mono">{placed.tracking}</span>
                    </>
                  )}
                </p>
              )}
            </section>
            <section className="card form">
              <h2>The carrier</h2>
              {!placed ? (
                <p className="soft">Place an order first. Then you can scan its parcel here.</p>
              ) : (
                <>
                  <Select
                    aria-label="Carrier"
                    className="full mb8"
                    value={placed.tracking ? placed.carrier : carrier}
                    disabled={!!placed.tracking}
                    onChange={setCarrier}
                    options={Object.keys(SCANS).map((c) => ({ value: c, label: c }))}
                  />
                  <div className="actions mt0">
                    {scans.map((s) => (
                      <Button key={s.text} size="small" onClick={() => scan(s)}>
                        {s.stage === 'unread' ? `Unmapped code ${s.code}` : stageWords(s.stage)}
                      </Button>
                    ))}
                  </div>
                </>
              )}
            </section>
            <section className="card">
              <h2>The gateways</h2>
              {(
                [
                  ['smtp', 'Mail server'],
                  ['sms', 'SMS centre'],
                  ['chat', 'Chat network'],
                  ['shop', 'Shop'],
                ] as const
              ).map(([id, name]) => (
                <div key={id} className="gate">
                  <span>
                    {name}: {servers.data?.[id] ? 'running' : 'stopped'}
                  </span>
                  <Switch
                    aria-label={name}
                    checked={servers.data?.[id] ?? false}
                    onChange={(on) => act(() => api.switchServer(id, on))}
                  />
                </div>
              ))}
            </section>
          </div>
          <div className="stack">
            <section className="card">
              <h2>The clock</h2>
              <p className="fs16 semibold" data-testid="clock">
                {new Date(clock.data?.now ?? now).toLocaleString('en-GB', {
                  weekday: 'short',
                  day: 'numeric',
                  month: 'short',
                  hour: '2-digit',
                  minute: '2-digit',
                })}
              </p>
              <p className="soft">
                {clock.data?.nextDue
                  ? `Next event: ${when(clock.data.nextDue, clock.data.now)}`
                  : 'No events scheduled'}
              </p>
              <div className="actions">
                <Button size="small" onClick={() => move({ advance: 'PT15M' })}>
                  +{delayWords('PT15M').replace('minutes', 'min')}
                </Button>
                <Button size="small" onClick={() => move({ advance: 'PT1H' })}>
                  +1 h
                </Button>
                <Button size="small" disabled={!clock.data?.nextDue} onClick={() => move({ next: true })}>
                  Jump to next event
                </Button>
              </div>
            </section>
            <Phone
              number={who.phone}
              messages={outside.data?.phone ?? []}
              now={clock.data?.now ?? now}
              onPress={(m, b) => act(() => api.press(who.phone!, m, b), 'Pressed')}
              onReply={(channel, text) => act(() => api.reply(who.phone!, channel, text), 'Reply sent')}
            />
          </div>
          <Mailbox
            address={who.email}
            mails={outside.data?.mail ?? []}
            now={clock.data?.now ?? now}
            onReply={(id, text) => act(() => api.replyToMail(id, text), 'Reply sent')}
          />
        </div>
      </main>
    </>
  );
}

const LINK = /(https?:\/\/\S+)/;

function Linked({ text }: { text: string }) {
  return (
    <>
      {text.split(LINK).map((part, i) =>
        LINK.test(part) ? (
          <a key={i} href={part} target="_blank" rel="noreferrer">
            {part}
          </a>
        ) : (
          part
        ),
      )}
    </>
  );
}

function Phone({
  number,
  messages,
  now,
  onPress,
  onReply,
}: {
  number?: string;
  messages: PhoneMessage[];
  now: string;
  onPress: (messageId: string, button: string) => void;
  onReply: (channel: string, text: string) => void;
}) {
  const [text, setText] = useState('');
  const [channel, setChannel] = useState('sms');
  const send = () => {
    onReply(channel, text);
    setText('');
  };
  return (
    <section className="card" aria-label="Phone">
      <h2>Phone {number ? <span className="mono soft">{number}</span> : ''}</h2>
      <div className="device minh220 mh560" tabIndex={0} role="log" aria-label="Messages on the phone">
        {!number ? (
          <p className="soft">This customer has no phone number.</p>
        ) : messages.length === 0 ? (
          <p className="soft">No messages yet.</p>
        ) : (
          messages.map((m) => (
            <div key={m.id} className={`note ${m.channel}`}>
              <div className="from">
                <span>
                  {m.channel === 'sms' ? 'SMS' : 'WhatsApp'} from {m.from}
                </span>
                <span className="mono">{when(m.receivedAt, now)}</span>
              </div>
              <Linked text={m.text} />
              {m.buttons.length > 0 && (
                <div className="buttons">
                  {m.buttons.map((b) => (
                    <Button key={b.id} size="small" onClick={() => onPress(m.id, b.id)}>
                      {b.label}
                    </Button>
                  ))}
                </div>
              )}
            </div>
          ))
        )}
      </div>
      {number && (
        <div className="flex gap6 mt8">
          <Select
            aria-label="Reply by"
            className="w110"
            value={channel}
            onChange={setChannel}
            options={[
              { value: 'sms', label: 'SMS' },
              { value: 'whatsapp', label: 'WhatsApp' },
            ]}
          />
          <Input
            aria-label="Reply from the phone"
            placeholder="Yes"
            maxLength={1000}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onPressEnter={() => text.trim() && send()}
          />
          <Button disabled={!text.trim()} onClick={send}>
            Reply
          </Button>
        </div>
      )}
    </section>
  );
}

type MailboxProps = {
  address: string;
  mails: BenchMail[];
  now: string;
  onReply: (mail: string, text: string) => Promise<unknown>;
};

function Mailbox({ address, mails, now, onReply }: MailboxProps) {
  const [reply, setReply] = useState('');
  const [chosen, setChosen] = useState<string>();
  const [raw, setRaw] = useState(false);
  const mail = mails.find((m) => m.id === chosen) ?? mails[0];
  return (
    <section className="card" aria-label="Mailbox">
      <h2>
        Mailbox <span className="soft regular fs13">{address}</span>
      </h2>
      <div className="device mailbox" tabIndex={0} role="group" aria-label="Mails">
        {mails.length === 0 ? (
          <p className="soft p10">No messages yet.</p>
        ) : (
          mails.map((m) => (
            <button
              key={m.id}
              type="button"
              className={`letter ${m.id === mail?.id ? 'on' : ''}`}
              onClick={() => setChosen(m.id)}
            >
              <span className="mono soft float-right">{when(m.receivedAt, now)}</span>
              <b>{m.subject}</b>
            </button>
          ))
        )}
      </div>
      {mail && (
        <div className="preview mt10">
          <div className="head">
            <span>{mail.subject}</span>
            <Segmented
              size="small"
              aria-label="View"
              value={raw ? 'raw' : 'text'}
              onChange={(v) => setRaw(v === 'raw')}
              options={[
                { value: 'text', label: 'Text' },
                { value: 'raw', label: 'Source' },
              ]}
            />
          </div>
          {raw ? (
            <Input.TextArea
              aria-label="Source of the mail"
              readOnly
              autoSize={{ minRows: 6, maxRows: 18 }}
              className="mono"
              value={mail.raw}
            />
          ) : (
            <div className="text">
              <Linked text={plainPart(mail.raw)} />
            </div>
          )}
          <form
            className="row p10"
            onSubmit={(e) => {
              e.preventDefault();
              if (reply.trim()) onReply(mail.id, reply).then(() => setReply(''));
            }}
          >
            <Input
              size="small"
              aria-label="Reply to this e-mail"
              placeholder="Reply, such as YES"
              value={reply}
              onChange={(e) => setReply(e.target.value)}
            />
            <Button size="small" htmlType="submit" disabled={!reply.trim()}>
              Send reply
            </Button>
          </form>
        </div>
      )}
    </section>
  );
}
