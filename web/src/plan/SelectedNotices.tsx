import { Button } from 'antd';
import type { Schemas } from '../api/client';
import { counted } from '../words';
import { stateMark, stateWords } from './life';
import { useNoticeChange } from './useNoticeChange';

type Props = { views: Schemas['NoticeView'][]; onClear: () => void };

/** Several notices at once: paused together, and taken back together. */
export function SelectedNotices({ views, onClear }: Props) {
  const change = useNoticeChange();
  const speaking = views.filter((v) => v.notice.state === 'live' || v.notice.state === 'trial');
  const pause = () =>
    change(
      speaking.map((view) => ({ view, next: { ...view.notice, state: 'paused' } })),
      `${counted(speaking.length, 'notice')} paused. No messages are sent`,
    );
  return (
    <aside className="panel" aria-label="Selected notices">
      <h2>
        <span>{counted(views.length, 'notice')} selected</span>
        <button type="button" className="plain" aria-label="Clear selection" onClick={onClear}>
          ✕
        </button>
      </h2>
      <ul className="differing">
        {views.map((v) => (
          <li key={v.id}>
            <b>{v.notice.name}</b>{' '}
            <span className={`mark ${stateMark(v.notice.state)}`}>{stateWords(v.notice.state)}</span>
          </li>
        ))}
      </ul>
      <div className="actions">
        <Button type="primary" disabled={speaking.length === 0} onClick={pause}>
          Pause {counted(speaking.length, 'notice')}
        </Button>
        <Button onClick={onClear}>Clear selection</Button>
      </div>
      <p className="soft mt12">Shift and click on a notice selects it, or takes it out again.</p>
    </aside>
  );
}
