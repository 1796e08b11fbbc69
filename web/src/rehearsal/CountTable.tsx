import { difference, type Line } from './figures';

type Props = { title: string; of: string; lines: Line[]; children?: React.ReactNode };

/** A count by what tells things apart: the number, and a bar as long as it is large. */
export function CountTable({ title, of, lines, children }: Props) {
  const most = Math.max(1, ...lines.map((l) => Math.max(l.count, l.other ?? 0)));
  const compared = lines.some((l) => l.other !== undefined);
  return (
    <section className="box figure">
      <h3>{title}</h3>
      {lines.length === 0 ? (
        <p className="soft">None</p>
      ) : (
        <table className="counts">
          <thead className="visually-hidden">
            <tr>
              <th>{of}</th>
              <th>Share</th>
              <th>Number</th>
              {compared && <th>Difference</th>}
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.key}>
                <th scope="row">{l.label}</th>
                <td className="barcell">
                  <svg className="countbar" aria-hidden="true">
                    <rect width={`${(100 * l.count) / most}%`} height="100%" />
                  </svg>
                </td>
                <td className="mono right">{l.count.toLocaleString('en-GB')}</td>
                {compared && <td className="soft right">{difference(l.count, l.other ?? 0)}</td>}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {children}
    </section>
  );
}
