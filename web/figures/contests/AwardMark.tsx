import { API } from '#contract/routes/route';
import { type AwardPicture, type DrawnPicture, ownPictureId } from '#core/contest/contest';

/** Drawn on a sheet of 24 by 24, in strokes. */
const PATHS: Readonly<Record<DrawnPicture, string>> = {
  cup: 'M7 4h10v5a5 5 0 0 1-10 0zM7 6H4a3 3 0 0 0 3 4M17 6h3a3 3 0 0 1-3 4M12 14v4M8 20h8M9.5 18h5',
  star: 'M12 3.5l2.6 5.5 6 .8-4.4 4.2 1.1 6L12 17.1 6.7 20l1.1-6L3.4 9.8l6-.8z',
  anchor: 'M12 8v13M12 8a2.3 2.3 0 1 0 0-4.6A2.3 2.3 0 0 0 12 8zM8 11h8M4 14a8 8 0 0 0 16 0',
  rung: 'M7 3v18M17 3v18M7 7.5h10M7 12h10M7 16.5h10',
  flag: 'M6 21V3.5M6 4.5c4-2.5 7 2.5 12 0v8c-5 2.5-8-2.5-12 0',
  wheel:
    'M12 17a5 5 0 1 0 0-10 5 5 0 0 0 0 10zM12 2v5M12 17v5M2 12h5M17 12h5M5 5l3.4 3.4M15.6 15.6L19 19M19 5l-3.4 3.4M8.4 15.6L5 19',
};

const WORDS: Readonly<Record<DrawnPicture, string>> = {
  cup: 'cup',
  star: 'star',
  anchor: 'anchor',
  rung: 'ladder',
  flag: 'flag',
  wheel: 'wheel',
};

export const pictureName = (picture: AwardPicture) =>
  isDrawn(picture) ? WORDS[picture] : `own picture ${ownPictureId(picture)}`;

const isDrawn = (picture: AwardPicture): picture is DrawnPicture => picture in PATHS;

/** An award's picture, of the drawn set or the company's own. */
export function AwardMark({
  picture,
  size = 22,
  isTaken = false,
}: {
  picture: AwardPicture;
  size?: number;
  isTaken?: boolean;
}) {
  if (!isDrawn(picture))
    return (
      <img
        src={`${API}/award-pictures/${ownPictureId(picture)}`}
        alt=""
        width={size}
        height={size}
        className={`shrink-0 rounded-[3px] object-cover ${isTaken ? 'opacity-40 grayscale' : ''}`}
      />
    );
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden className="shrink-0">
      <path
        d={PATHS[picture]}
        fill="none"
        stroke={isTaken ? 'var(--ink-soft)' : 'var(--ember)'}
        strokeWidth={1.7}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
      {isTaken && <path d="M3 21L21 3" stroke="var(--ink-soft)" strokeWidth={1.7} />}
    </svg>
  );
}
