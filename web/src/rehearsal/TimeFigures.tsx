import { byWeekday, days, WEEKDAYS } from './figures';

/** Messages by day: a column for each, its number in its title and in the table behind. */
export function DayColumns({ counts }: { counts: Record<string, number> }) {
  const all = days(counts);
  const most = Math.max(1, ...all.map((d) => d.count));
  const name = (day: string) =>
    new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
  return (
    <section className="box figure broad">
      <h3>By day, on the customer’s calendar</h3>
      {all.length === 0 ? (
        <p className="soft">None</p>
      ) : (
        <>
          <ol className="columns" aria-label="Messages by day">
            {all.map((d) => (
              <li key={d.day} title={`${name(d.day)}: ${d.count}`}>
                <svg className="column" aria-hidden="true">
                  <rect y={`${100 - (100 * d.count) / most}%`} width="100%" height={`${(100 * d.count) / most}%`} />
                </svg>
                <span className="visually-hidden">
                  {name(d.day)}: {d.count}
                </span>
              </li>
            ))}
          </ol>
          <div className="ends">
            <span>{name(all[0]!.day)}</span>
            <span>most in a day: {most.toLocaleString('en-GB')}</span>
            <span>{name(all[all.length - 1]!.day)}</span>
          </div>
        </>
      )}
    </section>
  );
}

/** Messages by hour of the week: the darker, the more; each cell says its number. */
export function HourGrid({ hourOfWeek }: { hourOfWeek: number[] }) {
  const most = Math.max(1, ...hourOfWeek);
  return (
    <section className="box figure broad">
      <h3>By hour of the week, on the customer’s clock</h3>
      <table className="hours">
        <thead>
          <tr>
            <td />
            {[0, 3, 6, 9, 12, 15, 18, 21].map((h) => (
              <th key={h} colSpan={3} scope="colgroup">
                {String(h).padStart(2, '0')}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {byWeekday(hourOfWeek).map((hours, d) => (
            <tr key={WEEKDAYS[d]}>
              <th scope="row">{WEEKDAYS[d]}</th>
              {hours.map((count, h) => (
                <td
                  key={h}
                  className={`hour d${count === 0 ? 0 : 1 + Math.min(3, Math.floor((4 * (count - 1)) / most))}`}
                  title={`${WEEKDAYS[d]} ${String(h).padStart(2, '0')}:00: ${count}`}
                >
                  {count || ''}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
