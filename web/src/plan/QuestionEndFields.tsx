import { Checkbox, Input, Select } from 'antd';
import type { Schemas } from '../api/client';
import { DurationInput } from '../setup/DurationInput';
import type { FieldProps } from './NoticeFields';
import { NO_ANSWER, stageChoices } from './question';

type End = Schemas['QuestionEndBody'];

/** Until when a question may be answered, and what happens where nobody does. */
export function QuestionEndFields({ draft, set, wrong }: FieldProps) {
  const end = draft.questionEnd;
  const change = (part: Partial<End>) => set({ questionEnd: { ...end, ...part } });
  return (
    <>
      <div>
        <label htmlFor="question-closes">The question closes</label>
        <Select
          id="question-closes"
          className="full"
          value={closing(end)}
          onChange={(how) => set({ questionEnd: closed(how, end) })}
          options={[
            { value: 'never', label: 'when its links expire (30 days)' },
            { value: 'time', label: 'after a time' },
            { value: 'stage', label: 'at a stage' },
            { value: 'both', label: 'after a time, or at a stage' },
          ]}
        />
      </div>
      {end && (
        <>
          {end.after && (
            <div>
              <label htmlFor="question-after">Time to answer</label>
              <DurationInput id="question-after" value={end.after} onChange={(after) => change({ after })} />
            </div>
          )}
          {end.stage && (
            <div>
              <label htmlFor="question-stage">Closes when</label>
              <Select
                id="question-stage"
                className="full"
                value={end.stage}
                onChange={(stage) => change({ stage })}
                options={stageChoices}
              />
            </div>
          )}
          <Checkbox
            checked={!!end.remindAfter}
            onChange={(e) => change({ remindAfter: e.target.checked ? 'P1D' : undefined })}
          >
            Ask once more if there’s no answer
          </Checkbox>
          {end.remindAfter && (
            <>
              <label htmlFor="question-remind">Ask again after</label>
              <DurationInput
                id="question-remind"
                value={end.remindAfter}
                onChange={(remindAfter) => change({ remindAfter })}
              />
            </>
          )}
          <Otherwise end={end} answers={draft.buttons ?? []} change={change} />
        </>
      )}
      {wrong('questionEnd')}
      <div>
        <label htmlFor="question-change">Answers can be changed</label>
        <Select
          id="question-change"
          className="full"
          value={draft.changeUntil ?? ''}
          onChange={(stage) => set({ changeUntil: stage || undefined })}
          options={[
            { value: '', label: 'no, the first one counts' },
            ...stageChoices.map((s) => ({ value: s.value, label: `until ${s.label}` })),
          ]}
        />
      </div>
      {wrong('changeUntil')}
    </>
  );
}

type OtherwiseProps = { end: End; answers: Schemas['ButtonBody'][]; change: (part: Partial<End>) => void };

function Otherwise({ end, answers, change }: OtherwiseProps) {
  return (
    <>
      <div>
        <label htmlFor="question-otherwise">Without an answer</label>
        <Select
          id="question-otherwise"
          className="full"
          value={end.otherwise ?? 'nothing'}
          onChange={(otherwise) => change({ otherwise, value: otherwise === 'answer' ? answers[0]?.id : undefined })}
          options={NO_ANSWER}
        />
      </div>
      {end.otherwise === 'tag' && (
        <div>
          <label htmlFor="question-tag">Tag</label>
          <Input
            id="question-tag"
            maxLength={40}
            value={end.value ?? ''}
            onChange={(e) => change({ value: e.target.value })}
          />
        </div>
      )}
      {end.otherwise === 'answer' && (
        <div>
          <label htmlFor="question-taken">Taken as</label>
          <Select
            id="question-taken"
            className="full"
            value={end.value}
            onChange={(value) => change({ value })}
            options={answers.map((a) => ({ value: a.id ?? '', label: a.label || a.id }))}
          />
        </div>
      )}
    </>
  );
}

type Closing = 'never' | 'time' | 'stage' | 'both';

const closing = (end: End | undefined): Closing =>
  !end ? 'never' : end.after ? (end.stage ? 'both' : 'time') : 'stage';

/** The end that was chosen, with what was typed before. */
function closed(how: Closing, end: End | undefined): End | undefined {
  if (how === 'never') return undefined;
  return {
    otherwise: 'nothing',
    ...end,
    after: how === 'stage' ? undefined : (end?.after ?? 'P2D'),
    stage: how === 'time' ? undefined : (end?.stage ?? 'dispatched'),
  };
}
