import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { counted, listed } from '../words';

type Step = Schemas['StepState']['step'];

/** What each step is called, what it is for, and where it is done. */
const WORDS: Record<Step, { title: string; why: string; to: string; go: string }> = {
  ORDERS: {
    title: 'Connect a shop, or import a file',
    why: 'Orders come from a shop’s webhook, a feed, or a spreadsheet.',
    to: '/setup/shops',
    go: 'Connect a shop',
  },
  CARRIERS: {
    title: 'Choose your carriers',
    why: 'Their names, tracking links and scan codes.',
    to: '/setup/carriers',
    go: 'Add a carrier',
  },
  SENDER: {
    title: 'Enter the sender',
    why: 'Name, verified sender address, and the postal address below every mail.',
    to: '/setup/brand',
    go: 'Set the sender',
  },
  GATEWAYS: {
    title: 'Connect a gateway',
    why: 'The mail server, SMS centre or chat network that messages go through.',
    to: '/setup/gateways',
    go: 'Connect a gateway',
  },
  NOTICE: {
    title: 'Make the first notice',
    why: 'Start with a ready-made plan, or press + at a stop on the route. The texts are included.',
    to: '/plan',
    go: 'Make a notice',
  },
  TRIAL: {
    title: 'Send yourself a test',
    why: 'See it as a customer would. A sample order is used if there are none yet.',
    to: '/wording',
    go: 'Send a test',
  },
  LIVE: {
    title: 'Set it live',
    why: 'Messages are sent only for what happens from then on.',
    to: '/plan',
    go: 'Set it live',
  },
};

/** The way from an empty installation to the first message. Nothing where it was gone to its end. */
export function FirstSteps({ onImport }: { onImport?: () => void }) {
  const steps = useQuery({ queryKey: keys.firstSteps, queryFn: api.firstSteps });
  if (!steps.data || steps.data.done) return null;
  const left = steps.data.steps.filter((s) => !s.done);
  return (
    <section className="firststeps" aria-label="First steps">
      <h2>First steps</h2>
      <p className="soft">{counted(left.length, 'step')} to the first message.</p>
      <ol>
        {steps.data.steps.map((s) => (
          <li key={s.step} className={s.done ? 'done' : ''}>
            <span className={`tick ${s.done ? 'yes' : ''}`} aria-hidden="true">
              {s.done ? '✓' : ''}
            </span>
            <div>
              <b>{WORDS[s.step].title}</b>
              {s.done && <span className="visually-hidden"> (done)</span>}
              {!s.done && (
                <div className="soft">
                  {s.missing.length > 0 ? `Still missing: ${listed(s.missing, 'and')}.` : WORDS[s.step].why}
                </div>
              )}
            </div>
            {!s.done && (
              <span className="go">
                {s.step === 'ORDERS' && onImport && (
                  <>
                    <button type="button" className="plain link" onClick={onImport}>
                      Import a file
                    </button>{' '}
                    or{' '}
                  </>
                )}
                <Link className="link" to={WORDS[s.step].to}>
                  {WORDS[s.step].go}
                </Link>
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
