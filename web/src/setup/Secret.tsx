import { useState } from 'react';

/** A secret that is shown when somebody asks for it. */
export function Secret({ text }: { text: string }) {
  const [shown, setShown] = useState(false);
  if (!text) return <span className="soft">shown to people who set up</span>;
  return (
    <>
      <span className="mono copy">{shown ? text : '•'.repeat(12)}</span>{' '}
      <button type="button" className="plain link" onClick={() => setShown(!shown)}>
        {shown ? 'hide' : 'show'}
      </button>
    </>
  );
}
