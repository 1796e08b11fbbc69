import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { api, keys, type SenderOf } from '../api/client';
import { useDo } from './useDo';

/** Whether a sender's address is verified, and the code that verifies it. @param why what depends on it */
export function SenderCode({ of, why }: { of: SenderOf; why: string }) {
  const sender = useQuery({ queryKey: keys.sender(of), queryFn: () => api.sender(of), retry: false });
  const { run, busy } = useDo();
  const [code, setCode] = useState('');
  if (!sender.data) return null;
  const { address, verified } = sender.data;
  if (verified)
    return (
      <>
        <span className="mark ok">verified</span> <span className="soft">{address} can send e-mails.</span>
      </>
    );
  return (
    <>
      <span className="mark bad">not verified</span>{' '}
      <span className="soft">
        {why} before a code sent to {address} came back.
      </span>
      <div className="row mt6">
        <Button
          size="small"
          loading={busy}
          onClick={() => run(() => api.sendSenderCode(of), `The code was sent to ${address}`)}
        >
          Send code
        </Button>
        <Input
          size="small"
          aria-label="Code"
          placeholder="6 digits"
          className="mono w100"
          value={code}
          onChange={(e) => setCode(e.target.value)}
        />
        <Button
          size="small"
          disabled={code.trim().length < 6}
          onClick={async () => {
            if (await run(() => api.confirmSenderCode(code, of), 'The address is verified')) setCode('');
          }}
        >
          Confirm code
        </Button>
      </div>
    </>
  );
}
