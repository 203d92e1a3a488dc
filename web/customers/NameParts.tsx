import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { CustomerView } from '#contract/schemas/customer';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatExact, formatShort, formatWhole } from '#wording/numbers/format';

/** What was won of a name, month by month. */
export function MonthBars({
  months,
  money,
}: {
  months: CustomerView['months'];
  money: FigureUnit;
}) {
  return (
    <section aria-label="Won by month" className="rounded-sheet border border-line bg-sheet p-3">
      <h2 className="mb-1">Won by month</h2>
      {months.length === 0 ? (
        <p className="text-soft">Nothing won yet.</p>
      ) : (
        <div
          role="img"
          aria-label={`Won by month: ${months.map((month) => `${month.name} ${formatWhole(month.won, money)}`).join('; ')}`}
          className="h-[170px]"
        >
          <ResponsiveContainer width="100%" height="100%">
            <BarChart
              data={months}
              margin={{ left: 6, right: 6, top: 6, bottom: 0 }}
              accessibilityLayer={false}
            >
              <CartesianGrid vertical={false} stroke="var(--line)" />
              <XAxis
                dataKey="name"
                tick={{ fontSize: 11, fill: 'var(--ink-soft)' }}
                tickLine={false}
                axisLine={{ stroke: 'var(--line)' }}
                minTickGap={24}
              />
              <YAxis
                width={54}
                tick={{ fontSize: 11, fill: 'var(--ink-soft)' }}
                tickLine={false}
                axisLine={false}
                tickFormatter={(value: number) => formatShort(value, money)}
              />
              <Tooltip
                cursor={{ fill: 'var(--hover)' }}
                formatter={(value) => formatExact(Number(value), money)}
                contentStyle={{
                  background: 'var(--sheet)',
                  border: '1px solid var(--line)',
                  borderRadius: 6,
                  color: 'var(--ink)',
                }}
              />
              <Bar
                dataKey="won"
                name="Won"
                fill="var(--now)"
                isAnimationActive={false}
                maxBarSize={36}
              />
            </BarChart>
          </ResponsiveContainer>
        </div>
      )}
    </section>
  );
}

const SHOWN = 12;

/** The largest by won amount. */
export function Groups({
  title,
  groups,
  money,
}: {
  title: string;
  groups: CustomerView['products'];
  money(minor: number): string;
}) {
  return (
    <section aria-label={title} className="rounded-sheet border border-line bg-sheet p-3">
      <h2 className="mb-1">{title}</h2>
      <table className="w-full text-[12.5px]">
        <thead className="text-left text-soft">
          <tr>
            <th scope="col" className="font-medium">
              Name
            </th>
            <th scope="col" className="text-right font-medium">
              Won deals
            </th>
            <th scope="col" className="text-right font-medium">
              Won
            </th>
            <th scope="col" className="text-right font-medium">
              Open
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.slice(0, SHOWN).map((group) => (
            <tr key={group.name} className="border-t border-line/70">
              <td className="py-1">{group.name}</td>
              <td className="text-right">{group.won.count}</td>
              <td className="text-right font-semibold">{money(group.won.credited)}</td>
              <td className="text-right text-soft">
                {group.open.count === 0 ? '–' : money(group.open.credited)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {groups.length > SHOWN && (
        <p className="pt-1 text-soft">and {groups.length - SHOWN} more, in Deals grouped by it.</p>
      )}
    </section>
  );
}
