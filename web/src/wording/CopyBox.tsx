import { Button, Modal, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { channelLabel } from '../channels';
import { useDo } from '../setup/useDo';
import { useMounted } from '../shell/useMounted';
import { languageWords, stageWords } from '../words';
import { type Place, path, variantWords } from './place';

type Props = {
  place: Place;
  view: Schemas['WordingView'];
  plan: Schemas['Plan'];
  languages: string[];
  onClose: () => void;
};

/** Takes a wording over to another notice, channel, language, shop or carrier. */
export function CopyBox({ place, view, plan, languages, onClose }: Props) {
  const [to, setTo] = useState<Place>({ ...place, language: view.language, ...view.variant });
  const { run, busy, faults } = useDo();
  const navigate = useNavigate();
  const isHere = useMounted();
  const notice = plan.notices.find((n) => n.id === to.notice);
  const go = async () => {
    const done = await run(
      () =>
        api.copyWording({
          from: { notice: view.notice, channel: view.channel, language: view.language, ...view.variant },
          to,
        }),
      'Copied. The text it replaced is in its history',
    );
    if (done) {
      const here = isHere();
      onClose();
      if (here) navigate(path(to));
    }
  };
  return (
    <Modal open title="Copy this wording to" onCancel={onClose} footer={null}>
      <div className="form">
        <label htmlFor="copy-notice">Notice</label>
        <Select
          id="copy-notice"
          className="full"
          value={to.notice}
          onChange={(n) =>
            setTo({
              ...to,
              notice: n,
              channel: plan.notices.find((x) => x.id === n)?.notice.channels?.includes(to.channel)
                ? to.channel
                : (plan.notices.find((x) => x.id === n)?.notice.channels?.[0] ?? to.channel),
            })
          }
          options={plan.notices.map((n) => ({
            value: n.id,
            label: `${n.notice.name} (${stageWords(n.notice.stage ?? '')})`,
          }))}
        />
        <div className="two">
          <div>
            <label htmlFor="copy-channel">Channel</label>
            <Select
              id="copy-channel"
              className="full"
              value={to.channel}
              onChange={(channel) => setTo({ ...to, channel })}
              options={(notice?.notice.channels ?? []).map((c) => ({ value: c, label: channelLabel(c) }))}
            />
          </div>
          <div>
            <label htmlFor="copy-language">Language</label>
            <Select
              id="copy-language"
              className="full"
              value={to.language}
              onChange={(language) => setTo({ ...to, language })}
              options={[...new Set([...view.places.map((p) => p.language), ...languages])].map((l) => ({
                value: l,
                label: languageWords(l),
              }))}
            />
          </div>
        </div>
        <div className="two">
          <div>
            <label htmlFor="copy-carrier">Carrier (blank: all)</label>
            <Select
              id="copy-carrier"
              allowClear
              showSearch
              optionFilterProp="label"
              className="full"
              value={to.carrier}
              onChange={(carrier) => setTo({ ...to, carrier })}
              options={plan.carriers.map((c) => ({ value: c.key, label: c.name }))}
            />
          </div>
          <div>
            <label htmlFor="copy-shop">Shop (blank: all)</label>
            <Select
              id="copy-shop"
              allowClear
              className="full"
              value={to.shop}
              onChange={(shop) => setTo({ ...to, shop })}
              options={plan.shops.map((s) => ({ value: s, label: s }))}
            />
          </div>
        </div>
        {to.channel !== view.channel && (
          <p className="soft mt8">Between channels, only the text is copied, without lists, panels and design.</p>
        )}
        {faults.map((f) => (
          <div key={f.message} className="wrong" role="alert">
            {f.message}
          </div>
        ))}
        <div className="actions">
          <Button type="primary" loading={busy} onClick={go}>
            Copy
          </Button>
          <span className="soft">
            to {notice?.notice.name}, {channelLabel(to.channel)}, {languageWords(to.language ?? '')},{' '}
            {variantWords(to, plan.carriers)}
          </span>
        </div>
      </div>
    </Modal>
  );
}
