import type { Fault, Schemas } from '../api/client';
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
import { DelayFields, WindowFields } from './WhenFields';

type Props = { draft: Schemas['NoticeBody']; onChange: (draft: Schemas['NoticeBody']) => void; faults: Fault[] };

/** Everything about a notice that can be changed. */
export function NoticeForm({ draft, onChange, faults }: Props) {
  const set: FieldProps['set'] = (part) => onChange({ ...draft, ...part });
  const wrong = faultsBelow(faults);
  const field = { draft, set, wrong };
  return (
    <div className="form">
      <NameField {...field} />
      <StageFields {...field} />
      <DelayFields {...field} />
      <ChannelFields {...field} />
      <PerField {...field} />
      <AudienceEditor
        audience={draft.audience ?? EVERYONE}
        onChange={(audience) => set({ audience })}
        faults={faults.filter((f) => f.field.startsWith('audience'))}
      />
      <WindowFields {...field} />
      <QuestionFields {...field} />
      <AgeField {...field} />
      <RecallField {...field} />
      <ImportanceField {...field} />
      {wrong('wordings')}
    </div>
  );
}
