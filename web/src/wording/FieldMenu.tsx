import type { FieldInfo } from './FieldNode';

type Props = { items: FieldInfo[]; chosen: number; onPick: (f: FieldInfo) => void; at: { left: number; top: number } };

/** The list of fields under the cursor, each with a sample and how often it is empty. */
export function FieldMenu({ items, chosen, onPick, at }: Props) {
  const left = Math.max(8, Math.min(at.left, window.innerWidth - 348));
  const below = at.top + 260 < window.innerHeight;
  return (
    <ul
      className="fieldmenu"
      role="listbox"
      aria-label="Fields"
      style={{ left, ...(below ? { top: at.top } : { bottom: window.innerHeight - at.top + 24 }) }}
    >
      {items.length === 0 && <li className="soft">No matching fields</li>}
      {items.map((f, i) => (
        <li
          key={f.name}
          role="option"
          aria-selected={i === chosen}
          ref={(e) => {
            if (i === chosen) e?.scrollIntoView?.({ block: 'nearest' });
          }}
          onMouseDown={(e) => {
            e.preventDefault();
            onPick(f);
          }}
        >
          <b>{f.meaning}</b>
          <span className="chip">{f.sample}</span>
          <small>
            <span className="mono">{f.name}</span>
            {f.empty > 0 && (
              <span className="mark gold">
                empty in {f.empty} of {f.of}
              </span>
            )}
          </small>
        </li>
      ))}
    </ul>
  );
}

/** Those whose name or meaning holds what was typed. */
export function matching(fields: FieldInfo[], typed: string): FieldInfo[] {
  const words = typed.toLowerCase();
  return fields.filter((f) => f.name.toLowerCase().includes(words) || f.meaning.toLowerCase().includes(words));
}
