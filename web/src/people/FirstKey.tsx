import { Button } from 'antd';

/** The first API key, until the person says that it was copied: it can't be shown again. */
export function FirstKey({ value, onDone }: { value: string; onDone: () => void }) {
  return (
    <main className="signin">
      <h1 className="fs18 mb8">Your API key</h1>
      <p>Other systems use it to send orders and scans. Copy it now: it isn’t shown again.</p>
      <p className="box mono anywhere">{value}</p>
      <div className="actions">
        <Button onClick={() => navigator.clipboard?.writeText(value)}>Copy</Button>
        <Button type="primary" onClick={onDone}>
          I have copied it
        </Button>
      </div>
    </main>
  );
}
