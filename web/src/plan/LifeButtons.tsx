import { useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { api, keys, type Schemas } from '../api/client';
import { useSending } from '../shell/SendingStops';
import { ofNotice } from '../shell/sending';
import { GoLive } from './GoLive';

type Props = {
  id: string;
  notice: Schemas['NoticeBody'];
  busy: boolean;
  onState: (state: string, done: string) => void;
  onRehearse: () => void;
};

/** From a draft over a trial to live, and back. */
export function LifeButtons({ id, notice, busy, onState, onRehearse }: Props) {
  const { message, modal } = App.useApp();
  const queries = useQueryClient();
  const sending = useSending();
  const isHeld = sending.data?.stops.some((s) => s.scope === ofNotice(id));
  const setLive = async () => {
    try {
      const [check, rehearsal, session] = await Promise.all([
        api.checkGoLive(id),
        api.rehearsalOf(id),
        queries.fetchQuery({ queryKey: keys.session, queryFn: api.session }),
      ]);
      const shown = modal.confirm({
        title: `Set “${notice.name}” live?`,
        icon: null,
        width: 520,
        content: <GoLive id={id} warnings={check.warnings} rehearsal={rehearsal} now={session.now} />,
        okText: check.warnings.length > 0 || !rehearsal ? 'Set live anyway' : 'Set live',
        cancelText: 'Not yet',
        footer: (_, { OkBtn, CancelBtn }) => (
          <>
            <CancelBtn />
            <Button
              onClick={() => {
                shown.destroy();
                onRehearse();
              }}
            >
              {rehearsal ? 'Rehearse again' : 'Rehearse first'}
            </Button>
            <OkBtn />
          </>
        ),
        onOk: () => onState('live', 'Live. Messages are sent for what happens from now on'),
      });
    } catch (e) {
      message.error((e as Error).message);
    }
  };
  return (
    <>
      <Button onClick={onRehearse} title="Run past orders through it; nothing is sent">
        Rehearse
      </Button>
      {notice.state === 'live' ? (
        <>
          <Button loading={busy} onClick={() => onState('paused', 'Paused. No messages are sent')}>
            Pause
          </Button>
          {!isHeld && (
            <Button
              onClick={() => sending.stop(ofNotice(id))}
              title="Messages are still planned, and wait until you resume"
            >
              Hold messages
            </Button>
          )}
        </>
      ) : (
        <Button loading={busy} onClick={setLive}>
          Set live
        </Button>
      )}
      {notice.state === 'trial' ? (
        <Button loading={busy} onClick={() => onState('draft', 'Trial ended. No messages are sent')}>
          End trial
        </Button>
      ) : (
        notice.state !== 'live' && (
          <Button
            loading={busy}
            title="Real orders, but the messages go to your team"
            onClick={() => onState('trial', 'On trial. Messages about real orders go to your team')}
          >
            Start trial
          </Button>
        )
      )}
    </>
  );
}
