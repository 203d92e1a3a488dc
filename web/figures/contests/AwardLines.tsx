import { type Award, MOST_AWARDS_LISTED } from '#contract/schemas/contest';
import { formatPaid } from '#wording/numbers/format';
import { Moment } from '../../app/Moment';
import { AwardMark } from './AwardMark';

/** Awards as a list; those that were taken back stay, with the reason. */
export function AwardLines({
  awards,
  currency,
  withNames = true,
  actionOf,
}: {
  awards: readonly Award[];
  currency: string;
  withNames?: boolean;
  actionOf?(award: Award): React.ReactNode;
}) {
  return (
    <>
      <ul aria-label="Awards">
        {awards.map((award) => (
          <li
            key={award.id}
            className="flex items-start gap-2.5 border-t border-line/70 py-1.5 first:border-0"
          >
            <AwardMark picture={award.picture} isTaken={award.takenAt !== null} />
            <span className="min-w-0 flex-1">
              <span className={award.takenAt ? 'line-through' : 'font-medium'}>{award.title}</span>
              {withNames && <> · {award.unit.name}</>}
              {award.amount !== null && <> · {formatPaid(award.amount, currency)}</>}
              {award.text && <span className="block">{award.text}</span>}
              <span className="block text-[12px] text-soft">
                {award.contest
                  ? `${award.contest.name}${award.round ? `, ${award.round}` : ''}`
                  : `given by ${award.userName}`}
                {' · '}
                <Moment at={award.givenAt} isDayOnly />
              </span>
              {award.takenAt && (
                <span className="block text-[12px] text-grade-1">
                  Taken back <Moment at={award.takenAt} isDayOnly />: {award.reason}
                </span>
              )}
            </span>
            {actionOf?.(award)}
          </li>
        ))}
      </ul>
      {awards.length >= MOST_AWARDS_LISTED && (
        <p className="text-[12px] text-soft">The newest {MOST_AWARDS_LISTED} are listed.</p>
      )}
    </>
  );
}
