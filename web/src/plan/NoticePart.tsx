import { Button } from 'antd';
import type { Fault } from '../api/client';
import { AudienceEditor } from './audience/AudienceEditor';
import { EVERYONE } from './audience/audience';
import { ChannelFields } from './ChannelFields';
import {
  AgeField,
  type FieldProps,
  faultsBelow,
  ImportanceField,
  NameField,
  PerField,
  QuestionFields,
  RecallField,
  StageFields,
} from './NoticeFields';
import type { Part } from './parts';
import { DelayFields, WindowFields } from './WhenFields';

type Props = Omit<FieldProps, 'wrong'> & { part: Part; faults: Fault[]; onDone: () => void };

/** The fields behind one part of the sentence, right below it. */
export function NoticePart({ part, draft, set, faults, onDone }: Props) {
  const field = { draft, set, wrong: faultsBelow(faults) };
  return (
    <div className="form box">
      {part === 'name' && <NameField {...field} />}
      {part === 'stage' && <StageFields {...field} />}
      {part === 'audience' && (
        <AudienceEditor
          audience={draft.audience ?? EVERYONE}
          onChange={(audience) => set({ audience })}
          faults={faults.filter((f) => f.field.startsWith('audience'))}
        />
      )}
      {part === 'delay' && <DelayFields {...field} />}
      {part === 'window' && <WindowFields {...field} />}
      {part === 'channels' && <ChannelFields {...field} />}
      {part === 'per' && <PerField {...field} />}
      {part === 'question' && <QuestionFields {...field} />}
      {part === 'age' && <AgeField {...field} />}
      {part === 'recall' && <RecallField {...field} />}
      {part === 'importance' && <ImportanceField {...field} />}
      <Button size="small" className="mt12" onClick={onDone}>
        Done
      </Button>
    </div>
  );
}
