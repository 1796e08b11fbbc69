import { useQuery } from '@tanstack/react-query';
import { Button, Input, Switch } from 'antd';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, keys, type Schemas } from '../api/client';
import { saveOver } from '../api/versions';
import { Failed } from '../shell/Failed';
import { CarrierForm, SCAN_SOURCES } from './CarrierForm';
import { CarrierImport, type CheckedFile, LastCarrierImport } from './CarrierImport';
import { useDo } from './useDo';

const FRESH: Schemas['CarrierBody'] = {
  key: '',
  name: '',
  inUse: true,
  linkPattern: '',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  formats: [],
  codes: [],
  scans: 'pushed',
};

/** The directory of carriers: search, switch on the few in use, make one the default, add what is missing. */
export function CarriersPage() {
  const { key } = useParams();
  const navigate = useNavigate();
  const directory = useQuery({ queryKey: keys.carriers, queryFn: api.carriers });
  const [search, setSearch] = useState('');
  const [only, setOnly] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const [checked, setChecked] = useState<CheckedFile>();
  const last = useQuery({ queryKey: keys.lastCarrierImport, queryFn: api.lastCarrierImport });
  const { run, busy } = useDo();
  if (directory.isError) return <Failed error={directory.error} again={() => directory.refetch()} />;
  if (!directory.data) return <div className="empty">Loading the carriers …</div>;
  const words = search.toLowerCase();
  const lines = directory.data.carriers
    .filter((c) => (!only || c.carrier.inUse) && `${c.carrier.name} ${c.carrier.key}`.toLowerCase().includes(words))
    .sort(
      (a, b) =>
        Number(b.carrier.inUse) - Number(a.carrier.inUse) ||
        String(a.carrier.name).localeCompare(String(b.carrier.name)),
    );
  const chosen =
    key === 'new'
      ? { carrier: FRESH, version: '', preferred: false, parcels: 0 }
      : directory.data.carriers.find((c) => c.carrier.key === key);
  const load = async (f?: File) => {
    if (!f) return;
    const check = await run(() => api.checkCarriers(f));
    setChecked(check && { file: f, check });
    if (file.current) file.current.value = '';
  };
  return (
    <div className="work">
      <main className="main">
        <div className="filters">
          <Input
            allowClear
            size="small"
            className="w220"
            aria-label="Search carriers"
            placeholder="Search carriers"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <button
            type="button"
            className={`pill ${only ? 'on' : ''}`}
            aria-pressed={only}
            onClick={() => setOnly(!only)}
          >
            in use {directory.data.carriers.filter((c) => c.carrier.inUse).length}
          </button>
          <span className="push" />
          <Button size="small" href="/ui/carriers/export.csv">
            Export CSV
          </Button>
          <Button size="small" href="/ui/carriers/export.json">
            JSON
          </Button>
          <Button size="small" loading={busy} onClick={() => file.current?.click()}>
            Import
          </Button>
          <input
            ref={file}
            type="file"
            className="visually-hidden"
            aria-label="Carriers file"
            tabIndex={-1}
            accept=".csv,.json"
            onChange={(e) => load(e.target.files?.[0])}
          />
          <Button size="small" type="primary" onClick={() => navigate('/setup/carriers/new')}>
            Add carrier
          </Button>
        </div>
        <LastCarrierImport last={last.data?.done} />
        <table className="sheet wide">
          <thead>
            <tr>
              <th>Carrier</th>
              <th>In use</th>
              <th>Number in link</th>
              <th>Number formats</th>
              <th>Codes</th>
              <th>Scans</th>
              <th>Parcels</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ carrier: c, version, preferred, parcels }) => (
              <tr key={c.key} className={c.key === key ? 'on' : ''}>
                <td>
                  <button type="button" className="plain link" onClick={() => navigate(`/setup/carriers/${c.key}`)}>
                    {c.logo && <img src={c.logo} alt="" className="logo" />}
                    {c.name}
                  </button>
                  {preferred && (
                    <>
                      {' '}
                      <span className="mark gold">default</span>
                    </>
                  )}
                </td>
                <td>
                  <Switch
                    size="small"
                    aria-label={`${c.name} in use`}
                    checked={!!c.inUse}
                    onChange={(on) =>
                      run(
                        () =>
                          saveOver({ ...c, inUse: on }, { document: c, version }, (changed, from) =>
                            api.changeCarrier(c.key!, changed, from),
                          ),
                        `${c.name} is ${on ? 'in use' : 'switched off'}`,
                      )
                    }
                  />
                </td>
                <td>
                  {!c.linkPattern
                    ? 'no page'
                    : c.linkPattern.includes('{trackingNumber}')
                      ? 'yes'
                      : 'pasted by customer'}
                </td>
                <td>{c.formats?.map((f) => f.name).join(', ') || '–'}</td>
                <td className="mono">{c.codes?.length ?? 0}</td>
                <td>{SCAN_SOURCES.find((s) => s.value === c.scans)?.label}</td>
                <td className="mono">{parcels}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {lines.length === 0 && (
          <div className="empty">
            <h2>{search ? `No carriers match “${search}”` : only ? 'No carrier is in use' : 'No carriers yet'}</h2>
            <p>
              Add the carrier with its name and the address of its tracking page. For postal operators, number format
              and codes are ready to start from.
            </p>
            <Button type="primary" onClick={() => navigate('/setup/carriers/new')}>
              Add carrier
            </Button>
          </div>
        )}
      </main>
      {checked ? (
        <CarrierImport checked={checked} onClose={() => setChecked(undefined)} />
      ) : chosen ? (
        <CarrierForm
          key={key}
          line={chosen}
          directory={directory.data}
          fresh={key === 'new'}
          onClose={(to) => navigate(to ? `/setup/carriers/${to}` : '/setup/carriers')}
        />
      ) : (
        <aside className="panel" aria-label="Carrier">
          <div className="empty">
            <h2>Choose a carrier</h2>
            <p>See its tracking link, number formats and code table.</p>
          </div>
        </aside>
      )}
    </div>
  );
}
