import type { Schemas } from '../api/client';
import { share, tookWords } from './answers';

/** How many were asked and answered, and how fast, for each notice that asks; of the last 90 days. */
export function NoticeFigures({ notices, chosen }: { notices: Schemas['AskedNotice'][]; chosen?: string }) {
  const shown = notices.filter((n) => !chosen || n.id === chosen);
  return (
    <section className="askedfigures" aria-label="Questions of the last 90 days">
      {shown.map((n) => (
        <p key={n.id}>
          <b>{n.name}</b> <span className="soft">in 90 days:</span> {n.asked} asked · {n.answered} answered (
          {share(n.answered, n.asked)}) · {n.refused} cancelled · half within {tookWords(n.medianSeconds)}
        </p>
      ))}
    </section>
  );
}
