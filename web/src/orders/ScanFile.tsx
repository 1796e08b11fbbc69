import { useQueryClient } from '@tanstack/react-query';
import { App, Button, Select } from 'antd';
import { useEffect, useState } from 'react';
import { api, type Schemas } from '../api/client';

/** A document of scans: what is in it, and taking it in. */
export function ScanFile({
  file,
  choices,
  onWrong,
}: {
  file: File;
  choices?: Schemas['Choices'];
  onWrong: (message: string) => void;
}) {
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [carrier, setCarrier] = useState<string>();
  const [looked, setLooked] = useState<Schemas['Looked']>();
  const [taken, setTaken] = useState<Schemas['ScansAccepted']>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<void>) => {
    setBusy(true);
    try {
      await work();
    } catch (e) {
      onWrong((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each file; the panel makes a new one for another
  useEffect(() => {
    api.lookScans(file).then(setLooked, (e: Error) => onWrong(e.message));
  }, []);
  if (!looked) return <p className="box">Reading {file.name} ...</p>;
  const wrong = taken?.rejected ?? looked.wrong;
  return (
    <>
      <div className="box">
        <b>{file.name}</b>, {looked.kind}: {looked.scans} scans, {looked.known} of known parcels, {looked.wrong.length}{' '}
        can’t be read.
        {taken && (
          <div>
            {taken.accepted} taken, {taken.duplicate} duplicates, {taken.unknownParcel} of unknown parcels (kept for
            later), {taken.unreadCode} with unmapped codes, {taken.rejected.length} refused.
          </div>
        )}
      </div>
      {!taken && (
        <div className="actions">
          <Select
            aria-label="Carrier"
            allowClear
            className="w220"
            placeholder="Found for each parcel"
            value={carrier}
            onChange={setCarrier}
            options={(choices?.carriers ?? []).filter((c) => c.inUse).map((c) => ({ value: c.key, label: c.name }))}
          />
          <Button
            type="primary"
            loading={busy}
            onClick={() =>
              run(async () => {
                setTaken(await api.takeScans(file, carrier));
                await queries.invalidateQueries();
                message.success('Imported');
              })
            }
          >
            Import scans
          </Button>
        </div>
      )}
      {wrong.length > 0 && (
        <div className="box">
          {wrong.slice(0, 50).map((w) => (
            <div key={`${w.index}-${w.reason}`}>
              <span className="mark bad">{w.index + 1}</span> {w.reason}
            </div>
          ))}
        </div>
      )}
    </>
  );
}
