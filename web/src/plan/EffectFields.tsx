import { useQuery } from '@tanstack/react-query';
import { Checkbox, Input, Select } from 'antd';
import { Link } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { SenderCode } from '../setup/SenderCode';
import { copiesOf } from './effects';
import type { FieldProps } from './NoticeFields';

/** What the team gets a copy of, and where it goes. */
export function CopyFields({ draft, set, wrong }: FieldProps) {
  const team = useQuery({ queryKey: keys.teamAddresses, queryFn: api.teamAddresses });
  const chosen = copiesOf(draft);
  return (
    <fieldset className="bare">
      <legend className="label">Copy to the team</legend>
      {(draft.channels ?? []).map((c) => {
        const address = team.data?.document.addresses[c];
        return (
          <div key={c}>
            <Checkbox
              checked={chosen.includes(c)}
              onChange={(e) => set({ copies: e.target.checked ? [...chosen, c] : chosen.filter((x) => x !== c) })}
            >
              {channelLabel(c)}
              {address && `, to ${address}`}
            </Checkbox>
            {team.data && !address && (
              <span className="soft">
                no address yet,{' '}
                <Link className="link" to="/setup/team">
                  enter it in Setup, Team
                </Link>
              </span>
            )}
          </div>
        );
      })}
      <p className="soft">
        A message of its own for each one a customer is sent, marked as a copy. Customers don’t see it, and it costs as
        much as theirs.
      </p>
      {wrong('copies')}
    </fieldset>
  );
}

/** Tags that come on the order, or off it, once the message was sent. */
export function TagFields({ draft, set, wrong }: FieldProps) {
  const field = (name: 'addTags' | 'removeTags', label: string) => (
    <div>
      <label htmlFor={`notice-${name}`}>{label}</label>
      <Select
        id={`notice-${name}`}
        className="full"
        mode="tags"
        open={false}
        suffixIcon={null}
        placeholder="none"
        tokenSeparators={[',']}
        value={draft[name] ?? []}
        onChange={(tags: string[]) => set({ [name]: tags })}
      />
      {wrong(name)}
    </div>
  );
  return (
    <div className="two">
      {field('addTags', 'When sent, add tags')}
      {field('removeTags', 'Remove tags')}
    </div>
  );
}

/** From whom its e-mails come, where the brand's sender doesn't fit. */
export function SenderFields({ draft, set, wrong }: FieldProps) {
  const sender: Schemas['SenderOverride'] = draft.sender ?? {};
  const change = (part: Partial<Schemas['SenderOverride']>) => {
    const next = { ...sender, ...part };
    set({ sender: next.name || next.address || next.replyTo ? next : undefined });
  };
  const text = (field: 'name' | 'address' | 'replyTo', label: string, placeholder: string) => (
    <div>
      <label htmlFor={`notice-sender-${field}`}>{label}</label>
      <Input
        id={`notice-sender-${field}`}
        placeholder={placeholder}
        maxLength={200}
        value={sender[field] ?? ''}
        onChange={(e) => change({ [field]: e.target.value || undefined })}
      />
      {wrong(`sender.${field}`)}
    </div>
  );
  const address = sender.address?.trim() ?? '';
  return (
    <>
      <div className="two">
        {text('name', 'Sender name of its e-mails', 'that of the brand')}
        {text('address', 'Sender address', 'that of the brand')}
      </div>
      {address.includes('@') && !address.endsWith('@') && (
        <div className="proof">
          <SenderCode key={address} of={{ address }} why="This notice can’t go live" />
        </div>
      )}
      <div className="two">{text('replyTo', 'Answers go to', 'the sender address')}</div>
    </>
  );
}
