import { Input } from 'antd';
import type { TextAreaRef } from 'antd/es/input/TextArea';
import { type ReactNode, useRef } from 'react';
import type { Schemas } from '../api/client';
import { CHANNEL_WORDS } from '../words';

type Props = { channel: string; wording: Schemas['Wording']; plan: Schemas['Plan']; asks: boolean; ofParcel: boolean; onChange: (wording: Schemas['Wording']) => void; wrong: ReactNode };

/** The text of a notice for one channel; a click on a field puts it where the cursor stands. */
export function WordingForm({ channel, wording, plan, asks, ofParcel, onChange, wrong }: Props) {
  const area = useRef<TextAreaRef>(null);
  const text = wording.text ?? '';
  const fields = [...plan.fields, ...(channel === 'email' ? plan.blocks : [])].filter((f) => (ofParcel || !f.ofParcel) && (asks || (f.name !== 'answer.link' && f.name !== 'block.question')));
  const put = (name: string) => {
    const el = area.current?.resizableTextArea?.textArea;
    const at = el?.selectionStart ?? text.length;
    const end = el?.selectionEnd ?? at;
    const block = name.startsWith('block.');
    const piece = block ? `\n\n{{${name}}}\n\n` : `{{${name}}}`;
    onChange({ ...wording, text: text.slice(0, at) + piece + text.slice(end) });
    requestAnimationFrame(() => { el?.focus(); el?.setSelectionRange(at + piece.length, at + piece.length); });
  };
  return (
    <fieldset style={{ border: '1px solid var(--line)', borderRadius: 8, margin: '12px 0 0', padding: '2px 10px 10px' }}>
      <legend style={{ fontWeight: 600, fontSize: 13 }}>Says by {CHANNEL_WORDS[channel]}</legend>
      {channel === 'email' && <><label htmlFor={`subject-${channel}`}>Subject</label><Input id={`subject-${channel}`} value={wording.subject ?? ''} onChange={(e) => onChange({ ...wording, subject: e.target.value })} /></>}
      <label htmlFor={`text-${channel}`}>Text</label>
      <Input.TextArea ref={area} id={`text-${channel}`} autoSize={{ minRows: 3, maxRows: 14 }} value={text} onChange={(e) => onChange({ ...wording, text: e.target.value })} />
      {wrong}
      <div className="fields" aria-label="Fields">
        {fields.map((f) => <button key={f.name} type="button" title={`${f.meaning}${f.sample ? `: ${f.sample}` : ''}`} onClick={() => put(f.name)}>{f.name}</button>)}
      </div>
    </fieldset>
  );
}
