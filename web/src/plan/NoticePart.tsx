import { Button } from 'antd';
import type { Fault } from '../api/client';
import { AudienceEditor } from './audience/AudienceEditor';
import { EVERYONE } from './audience/audience';
import { ChannelFields } from './ChannelFields';
import { CopyFields, SenderFields, TagFields } from './EffectFields';
import {
  AgeField,
  type FieldProps,
  faultsBelow,
  ImportanceField,
  NameField,
  PerField,
  RecallField,
  StageFields,
} from './NoticeFields';
import type { Part } from './parts';
import { QuestionForm } from './QuestionForm';
import { DelayFields, WindowFields } from './WhenFields';

type Props = Omit<FieldProps, 'wrong'> & { part: Part; faults: Fault[] };

/** The fields of one part of a notice. */
export function PartFields({ part, draft, set, faults }: Props) {
  const field = { draft, set, wrong: faultsBelow(faults) };
  switch (part) {
    case 'name':
      return <NameField {...field} />;
    case 'stage':
      return <StageFields {...field} />;
    case 'audience':
      return (
        <AudienceEditor
          audience={draft.audience ?? EVERYONE}
          onChange={(audience) => set({ audience })}
          faults={faults.filter((f) => f.field.startsWith('audience'))}
        />
      );
    case 'delay':
      return <DelayFields {...field} />;
    case 'window':
      return <WindowFields {...field} />;
    case 'channels':
      return <ChannelFields {...field} />;
    case 'per':
      return <PerField {...field} />;
    case 'question':
      return <QuestionForm {...field} />;
    case 'age':
      return <AgeField {...field} />;
    case 'recall':
      return <RecallField {...field} />;
    case 'importance':
      return <ImportanceField {...field} />;
    case 'copies':
      return <CopyFields {...field} />;
    case 'tags':
      return <TagFields {...field} />;
    case 'sender':
      return <SenderFields {...field} />;
  }
}

/** The fields behind one part of the sentence, right below it. */
export function NoticePart({ onDone, ...fields }: Props & { onDone: () => void }) {
  return (
    <div className="form box">
      <PartFields {...fields} />
      <Button size="small" className="mt12" onClick={onDone}>
        Done
      </Button>
    </div>
  );
}
