import type { Mapping, Schemas } from '../api/client';
import { type Json, step, targetAt } from './mapping';

type Props = {
  value: Json;
  mapping: Mapping;
  targets: Schemas['TargetView'][];
  pointing: boolean;
  onPoint: (path: string) => void;
};

/** A document as it arrived, with the values that are used marked by what they are; a click points at one. */
export function SampleTree(props: Props) {
  return (
    <ul className="tree">
      <Node {...props} path="$" depth={0} />
    </ul>
  );
}

function Node({ name, value, path, depth, ...p }: Props & { name?: string; path: string; depth: number }) {
  if (value !== null && typeof value === 'object') {
    const entries: [string | number, Json][] = Array.isArray(value)
      ? value.slice(0, 3).map((v, i) => [i, v])
      : Object.entries(value);
    return (
      <li>
        {name !== undefined && (
          <span className="key">
            {name}
            {Array.isArray(value) ? (
              <span className="soft">
                {' '}
                · {value.length} items{value.length > 3 ? ', the first three' : ''}
              </span>
            ) : (
              ''
            )}
          </span>
        )}
        <ul>
          {entries.map(([k, v]) => (
            <Node key={k} {...p} name={String(k)} value={v} path={path + step(k)} depth={depth + 1} />
          ))}
        </ul>
      </li>
    );
  }
  const used = targetAt(p.mapping, p.targets, path);
  return (
    <li className={used ? 'used' : ''}>
      <span className="key">{name}</span>
      {p.pointing ? (
        <button type="button" className="plain value point" onClick={() => p.onPoint(path)}>
          {String(value)}
        </button>
      ) : (
        <span className="value">{String(value)}</span>
      )}
      {used && <span className="chip small">{used.words}</span>}
    </li>
  );
}
