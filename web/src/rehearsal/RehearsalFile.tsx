import { App, Button, Select } from 'antd';
import { useRef, useState } from 'react';
import { api, type Schemas } from '../api/client';
import { counted, when } from '../words';

export type ChosenFile = { file: File; shop: string; content: Schemas['FileContent'] };

type Props = { shops: string[]; now: string; chosen?: ChosenFile; onChoose: (chosen: ChosenFile | undefined) => void };

/** A file of orders and scans: what is in it is seen before it is rehearsed. */
export function RehearsalFile({ shops, now, chosen, onChoose }: Props) {
  const { message } = App.useApp();
  const input = useRef<HTMLInputElement>(null);
  const [shop, setShop] = useState(shops[0] ?? 'shop');
  const [busy, setBusy] = useState(false);
  const check = async (file: File | undefined, of: string) => {
    if (!file) return;
    setBusy(true);
    onChoose(undefined);
    try {
      onChoose({ file, shop: of, content: await api.checkRehearsalFile(file, of) });
    } catch (e) {
      message.error((e as Error).message, 8);
    } finally {
      setBusy(false);
      // Else the same file, mended, could not be chosen again.
      if (input.current) input.current.value = '';
    }
  };
  return (
    <section aria-label="File">
      <p className="soft">
        CSV or XLSX with the columns of an order sheet and a row for each scan: tracking number, scan code or status,
        and when it was scanned (UTC, unless it says otherwise).{' '}
        <a className="link" href="/ui/rehearsals/file/template.csv">
          Download an example
        </a>
      </p>
      {shops.length > 1 && (
        <>
          <label htmlFor="rehearsal-shop">Shop</label>
          <Select
            id="rehearsal-shop"
            className="full"
            value={shop}
            onChange={(next) => {
              setShop(next);
              check(chosen?.file, next);
            }}
            options={shops.map((s) => ({ value: s, label: s }))}
          />
        </>
      )}
      <div className="actions">
        <Button loading={busy} onClick={() => input.current?.click()}>
          {chosen ? 'Choose another file' : 'Choose a file'}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,.xlsx"
          className="visually-hidden"
          aria-label="Orders and scans to rehearse"
          tabIndex={-1}
          onChange={(e) => check(e.target.files?.[0], shop)}
        />
      </div>
      {chosen && <Content chosen={chosen} now={now} />}
    </section>
  );
}

function Content({ chosen: { file, content }, now }: { chosen: ChosenFile; now: string }) {
  const { faults } = content;
  return (
    <div className="box">
      <b>{file.name}</b>
      <div>
        {counted(content.orders, 'order')}, {counted(content.events, 'scan')}
        {content.from && content.to && `, ${when(content.from, now)} to ${when(content.to, now)}`}
      </div>
      {content.unread > 0 && (
        <div className="soft">
          {counted(content.unread, 'scan')} with a code the carrier’s table doesn’t have; they move nothing.
        </div>
      )}
      {faults.length > 0 && (
        <>
          <p className="mt12">
            <span className="mark gold">!</span> {counted(faults.length, 'row')} can’t be used and will be left out:
          </p>
          <ul className="plainlist">
            {faults.map((f) => (
              <li key={`${f.line}/${f.reason}`}>
                Row {f.line}: {f.reason}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
