import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input, Select } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { EffectList } from './EffectList';
import type { FieldProps } from './NoticeFields';
import { QuestionEndFields } from './QuestionEndFields';
import { MOST_ANSWERS, newAnswerId, withAnswers, withSet } from './question';

type Answer = Schemas['ButtonBody'];

/** What a notice asks, and what each answer does. */
export function QuestionForm({ draft, set, wrong }: FieldProps) {
  const sets = useQuery({ queryKey: keys.questionSets, queryFn: api.questionSets, staleTime: Infinity });
  const answers = draft.buttons ?? [];
  const change = (i: number, part: Partial<Answer>) =>
    set({ buttons: answers.map((b, j) => (j === i ? { ...b, ...part } : b)) });
  return (
    <fieldset className="bare">
      <legend className="label">Question</legend>
      <Select
        aria-label="Ready-made question"
        className="full mb8"
        placeholder={answers.length > 0 ? 'Replace it with a ready-made question …' : 'Use a ready-made question …'}
        value={null}
        onChange={(code: string | null) => {
          const chosen = sets.data?.find((s) => s.code === code);
          if (chosen) set(withSet(chosen, draft));
        }}
        options={(sets.data ?? []).map((s) => ({
          value: s.code,
          label: `${s.name} (${s.buttons.map((b) => b.label).join(', ')})`,
        }))}
      />
      {answers.map((b, i) => (
        <AnswerBox
          key={b.id}
          number={i + 1}
          answer={b}
          change={(part) => change(i, part)}
          remove={() => set(withAnswers(answers.filter((_, j) => j !== i)))}
        />
      ))}
      {answers.length < MOST_ANSWERS && (
        <Button
          size="small"
          onClick={() =>
            set({ buttons: [...answers, { id: newAnswerId(answers), label: '', tag: '', refuses: false }] })
          }
        >
          Add an answer
        </Button>
      )}
      {wrong('buttons')}
      {answers.length > 0 && <QuestionEndFields draft={draft} set={set} wrong={wrong} />}
    </fieldset>
  );
}

type BoxProps = { number: number; answer: Answer; change: (part: Partial<Answer>) => void; remove: () => void };

function AnswerBox({ number, answer, change, remove }: BoxProps) {
  return (
    <section className="answerbox" aria-label={`Answer ${number}`}>
      <div className="flex gap6 middle">
        <Input
          aria-label={`Label of button ${number}`}
          placeholder="What the customer reads"
          value={answer.label}
          maxLength={20}
          onChange={(e) => change({ label: e.target.value })}
        />
        <Button aria-label={`Remove button ${number}`} onClick={remove}>
          Remove
        </Button>
      </div>
      <Select
        aria-label={`Effect of button ${number}`}
        className="full"
        value={answer.refuses ? 'no' : 'yes'}
        onChange={(v) => change({ refuses: v === 'no' })}
        options={[
          { value: 'yes', label: 'continue the order' },
          { value: 'no', label: 'stop messages' },
        ]}
      />
      <Input
        aria-label={`Tag of button ${number}`}
        value={answer.tag}
        maxLength={40}
        onChange={(e) => change({ tag: e.target.value })}
        prefix={<span className="soft">tag on the order</span>}
      />
      <EffectList
        of={`answer ${number}`}
        effects={answer.effects ?? []}
        onChange={(effects) => change({ effects: effects.length > 0 ? effects : undefined })}
      />
      <Checkbox checked={!!answer.freeText} onChange={(e) => change({ freeText: e.target.checked || undefined })}>
        The customer may write something with it
      </Checkbox>
    </section>
  );
}
