import type { Schemas } from '../api/client';
import { type Geometry, onLine, x } from '../route/geometry';
import { Placed } from '../route/Placed';
import { dayOrTime, money, stageWords, when } from '../words';

const BAD = ['attempted', 'delayed', 'returning', 'returned', 'cancelled', 'refunded'];
const SAID_WORDS: Record<string, string> = { sent: 'message sent', planned: 'message planned', missed: 'no message' };

type Props = {
  row: Schemas['Row'];
  /** Where it lies in the list, and in how many; -1 where that isn't known yet. */
  place: { top: number; index: number; of: number };
  geometry: Geometry;
  now: string;
  dense: boolean;
  chosen: boolean;
  selected: boolean;
  onSelect: () => void;
  onOpen: () => void;
};

/** What a person should look at, in the words of the filters that find it. */
const MARKS: Record<Schemas['Row']['marks'][number], { look: string; short: string; title: string }> = {
  CANCEL_WISHED: { look: 'bad', short: 'cancel?', title: 'The customer asked to cancel' },
  WAITING: { look: 'gold', short: 'waiting', title: 'A message waits for its gateway' },
  NO_CONTACT: { look: 'v', short: 'no contact', title: 'No e-mail address and no phone number' },
};

/**
 * One order on the route: where it stands, which stops it touched, and a flag where something was said. Narrow rows are
 * options of one list, wide ones buttons of their own.
 */
export function OrderRow({ row, place, geometry: G, now, dense, chosen, selected, onSelect, onOpen }: Props) {
  const stands = onLine(row.at);
  const touched = [...new Set(['ordered', ...row.reached].map(onLine))].filter((i) => i <= stands);
  const dots = [...new Set([...touched, stands])].sort();
  const px = (i: number) => G.from + ((G.to - G.from) * i) / 5;
  const said = row.said.map((s) => `${stageWords(s.stage)} ${SAID_WORDS[s.state]}`).join(', ');
  const inside = (
    <>
      <span className="c mono col-number">{row.number}</span>
      <span className="c col-name" title={row.name ?? undefined}>
        {row.marks.map((m) => (
          <span key={m} className={`mark ${MARKS[m].look}`} title={MARKS[m].title}>
            {MARKS[m].short}
          </span>
        ))}{' '}
        {row.name ?? <span className="soft">no name</span>}
      </span>
      <span className="c mono soft col-placed" title={when(row.placedAt, now)}>
        {dayOrTime(row.placedAt, now)}
      </span>
      <span className="c mono col-country">{row.country ?? '–'}</span>
      <span className="c mono soft col-tracking">
        {row.trackingNumber ?? '–'}
        {row.parcels > 1 ? ` +${row.parcels - 1}` : ''}
      </span>
      <span className="c mono col-total" title={row.payment === 'cash-on-delivery' ? 'cash on delivery' : 'prepaid'}>
        {money(row.total, row.currency)}
        {row.payment === 'cash-on-delivery' ? ' ◂' : ''}
      </span>
      <span className="visually-hidden">
        {stageWords(row.stage)}. {said}
      </span>
      <Placed className="rest" left={G.from} width={G.to - G.from} />
      <Placed className="gone" left={G.from} width={px(stands) - G.from} />
      {dots.map((i) => (
        <Placed
          key={i}
          className={`dot ${i < stands ? 'past' : BAD.includes(row.at) ? 'bad' : row.at === 'delivered' ? 'good' : ''}`}
          left={px(i)}
        />
      ))}
      {row.said.map((s) => (
        <Placed
          key={s.stage}
          className={`fly ${s.state}`}
          left={x(G, s.stage)}
          title={`${stageWords(s.stage)}: ${SAID_WORDS[s.state]}`}
        />
      ))}
    </>
  );
  const lies = { style: { top: place.top }, 'aria-posinset': place.index + 1, 'aria-setsize': place.of };
  if (dense) {
    return (
      <li
        {...lies}
        role="option"
        id={`order-${row.number}`}
        aria-selected={selected}
        className={`orow ${chosen ? 'chosen' : ''}`}
        data-order={row.number}
        onClick={(e) => (e.shiftKey || e.ctrlKey || (e.target as HTMLElement).dataset.pick ? onSelect() : onOpen())}
      >
        <span className={`pick ${selected ? 'yes' : ''}`} data-pick="yes" />
        {inside}
      </li>
    );
  }
  return (
    <li className="orowbox" {...lies}>
      <input
        type="checkbox"
        className="pickbox"
        aria-label={`Select ${row.number}`}
        checked={selected}
        onChange={onSelect}
      />
      <button
        type="button"
        className={`orow ${chosen ? 'chosen' : ''}`}
        aria-current={chosen || undefined}
        onClick={onOpen}
        data-order={row.number}
      >
        {inside}
      </button>
    </li>
  );
}
