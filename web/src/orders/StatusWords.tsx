import { Select } from 'antd';
import type { Schemas } from '../api/client';
import { counted, STAGE_WORDS } from '../words';

const IGNORE = 'ignore';
const MEANINGS = [
  { value: IGNORE, label: 'Ignore' },
  ...Object.entries(STAGE_WORDS)
    .filter(([stage]) => !stage.startsWith('partly-'))
    .map(([value, label]) => ({ value, label })),
];

type Props = {
  words: Schemas['StatusWord'][];
  busy: boolean;
  /** @param stage its code, or empty for a word that means nothing */
  onMean: (word: string, stage: string) => void;
};

/** What the words of the status column mean, where they aren't a stage's own; remembered for the next file. */
export function StatusWords({ words, busy, onMean }: Props) {
  const open = words.filter((w) => !w.stage && !w.ignored).length;
  return (
    <section className="box" aria-label="Words in the status column">
      <div className="row">
        <h3 className="m0">Words in the status column</h3>
        {open > 0 && <span className="mark bad">{open} without a meaning</span>}
      </div>
      {words.map((w) => (
        <div key={w.word} className="row mt4">
          <span className="w150 fixed-width clipped ellipsis mono" title={w.word}>
            {w.word}
          </span>
          <span className="soft w70">{counted(w.rows, 'row')}</span>
          <Select
            size="small"
            aria-label={`Treat ${w.word} as`}
            className="w170"
            disabled={busy}
            showSearch={{ optionFilterProp: 'label' }}
            placeholder="Treat as …"
            value={w.ignored ? IGNORE : w.stage}
            onChange={(stage: string) => onMean(w.word, stage === IGNORE ? '' : stage)}
            options={MEANINGS}
          />
        </div>
      ))}
    </section>
  );
}
