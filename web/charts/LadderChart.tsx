import { useState } from 'react';
import { declutter } from '#core/picture/declutter';
import type { LadderScale } from '#core/picture/ladderScale';
import { namedMarks } from '#core/picture/namedMarks';
import { spreadOut } from '#core/picture/spreadOut';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { statusLabel } from '#wording/shipped';
import { PENNANT } from './pennant';
import { fillOf, type ShownStatus, textOf } from './status';

const t = messagesOf('view', EN_VIEW);

export interface LadderMark {
  key: string;
  name: string;
  /** Its height, on the scale: 1.18 for 118 % of target. */
  at: number;
  text: string;
  /** What the text is a part or sum of, for whoever hears it: "of target". */
  of: string;
  status: ShownStatus;
  /** Where it stood at the same point of the prior period; null: nowhere. */
  before: number | null;
  beforeText: string | null;
  /** What somebody wrote about it; null: nothing. */
  notes: string | null;
}

interface LadderChartProps {
  label: string;
  marks: readonly LadderMark[];
  scale: LadderScale;
  show(value: number): string;
  /** Where an even pace stands; null when there is none. */
  pace: number | null;
  paceText: string;
  height: number;
  /** The mark that is always named: the reader's own. */
  own?: string | undefined;
  onOpen(key: string): void;
}

const WIDTH = 262;
const LEFT_RAIL = 52;
const FEW = { right: 112, labels: 130, letters: 15 };
/** Of many the ladder is wider, so that they stand beside one another. */
const MANY = { right: 126, labels: 141, letters: 14 };
const COLUMNS = 5;
const LABEL_GAP = 15;
const [TOP, BOTTOM] = [10, 14];

/** The height at which so many names can be told apart. */
export function heightFor(count: number): number {
  return (count + 1) * LABEL_GAP + TOP + BOTTOM;
}

/** Whether not all of so many can be named at a height. */
export function isCrowded(count: number, height: number): boolean {
  return heightFor(count) > height;
}

/**
 * One marker a unit at the height of what it is ranked by; the hot rung; hollow where it stood
 * before. Of more than can be named, the ends and one's own carry their name, the others show it
 * when they are pointed at or reached by key.
 */
export function LadderChart({
  label,
  marks,
  scale,
  show,
  pace,
  paceText,
  height,
  own,
  onOpen,
}: LadderChartProps) {
  const [pointed, setPointed] = useState<string | null>(null);
  const { top, bottom, step } = scale;
  const y = (value: number) =>
    TOP +
    ((top - Math.max(bottom, Math.min(top, value))) / (top - bottom)) * (height - TOP - BOTTOM);
  const rungs = Array.from(
    { length: Math.round((top - bottom) / step) + 1 },
    (_, i) => bottom + i * step,
  );
  const namedEach = rungs.length > 9 ? 2 : 1;
  const isMany = isCrowded(marks.length, height);
  const { right, labels: labelX, letters } = isMany ? MANY : FEW;
  const indexOf = (key: string | null | undefined) => marks.findIndex((mark) => mark.key === key);
  const room = Math.floor((height - TOP - BOTTOM) / LABEL_GAP) - 1;
  const named = namedMarks(marks.length, room, [indexOf(pointed), indexOf(own)]);
  // The pace stands among the labels, so that it is never written over a name.
  const wanted = named.map((index) => y(marks[index]!.at));
  const places = declutter(
    pace === null ? wanted : [...wanted, y(pace) - 8],
    LABEL_GAP,
    TOP + 4,
    height - BOTTOM,
  );
  const labelOf = new Map(named.map((index, place) => [index, places[place]!]));
  const columns = isMany
    ? spreadOut(
        marks.map((mark) => y(mark.at)),
        COLUMNS,
      )
    : null;
  const x = (index: number) =>
    columns
      ? LEFT_RAIL + 12 + (columns[index]! * (right - LEFT_RAIL - 24)) / (COLUMNS - 1)
      : LEFT_RAIL + 20 + (index % 2) * 2;
  const isRinged = (index: number) =>
    marks[index]!.before !== null && (!isMany || marks[index]!.key === pointed);

  return (
    <svg
      width={WIDTH}
      height={height}
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="group"
      aria-label={label}
      className="block max-w-full"
    >
      {rungs.map((value) => {
        const isHot = scale.hot !== null && Math.abs(value - scale.hot) < step * 1e-6;
        const isNamed = isHot || Math.round((value - bottom) / step) % namedEach === 0;
        return (
          <g key={value}>
            <line
              x1={LEFT_RAIL}
              x2={right}
              y1={y(value)}
              y2={y(value)}
              stroke={isHot ? 'var(--ember)' : 'var(--prior)'}
              strokeWidth={isHot ? 4 : 2}
              opacity={isHot ? 1 : 0.7}
            />
            {isNamed && (
              <text
                x={LEFT_RAIL - 8}
                y={y(value) + 4}
                textAnchor="end"
                fontSize={11.5}
                fontWeight={isHot ? 650 : 400}
                fill={isHot ? 'var(--ink)' : 'var(--ink-soft)'}
              >
                {show(value)}
              </text>
            )}
          </g>
        );
      })}
      {[LEFT_RAIL, right].map((rail) => (
        <line
          key={rail}
          x1={rail}
          x2={rail}
          y1={2}
          y2={height - 2}
          stroke="var(--ink)"
          strokeWidth={4}
          strokeLinecap="round"
          opacity={0.85}
        />
      ))}
      {pace !== null && (
        <g>
          <line
            x1={LEFT_RAIL - 6}
            x2={right + 8}
            y1={y(pace)}
            y2={y(pace)}
            stroke="var(--ink)"
            strokeWidth={1.2}
            strokeDasharray="2 3"
          />
          <text
            x={WIDTH - 4}
            y={places.at(-1)! + 4}
            textAnchor="end"
            fontSize={11}
            fill="var(--ink-soft)"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {paceText}
          </text>
        </g>
      )}
      {marks.map(
        (mark, index) =>
          isRinged(index) && (
            <g key={mark.key} stroke={fillOf(mark.status)} opacity={0.75}>
              <line
                x1={x(index)}
                y1={y(mark.at)}
                x2={isMany ? x(index) : right - 18}
                y2={y(mark.before!)}
                strokeWidth={1}
                opacity={0.6}
              />
              <circle
                cx={isMany ? x(index) : right - 18}
                cy={y(mark.before!)}
                r={4.2}
                fill="var(--sheet)"
                strokeWidth={1.5}
              />
            </g>
          ),
      )}
      {marks.map((mark, index) => {
        const place = labelOf.get(index);
        const isStrong = mark.key === pointed || mark.key === own;
        return (
          <a
            key={mark.key}
            href={`#${mark.key}`}
            aria-label={place === undefined ? `${mark.name} ${mark.text}` : undefined}
            aria-description={t('markDescription', {
              of: mark.of,
              hasUnit: mark.of ? 'yes' : 'no',
              status: statusLabel(mark.status),
              isNew: mark.beforeText === null ? 'yes' : 'no',
              beforeText: mark.beforeText,
              isPlain: mark.notes === null ? 'yes' : 'no',
              notes: mark.notes,
            })}
            onClick={(event) => {
              event.preventDefault();
              onOpen(mark.key);
            }}
            onPointerEnter={() => setPointed(mark.key)}
            onPointerLeave={() => setPointed(null)}
            onFocus={() => setPointed(mark.key)}
            onBlur={() => setPointed(null)}
          >
            <circle
              cx={x(index)}
              cy={y(mark.at)}
              r={isStrong && isMany ? 7.5 : 6}
              fill={fillOf(mark.status)}
              stroke={isStrong && isMany ? 'var(--ink)' : 'var(--sheet)'}
              strokeWidth={isStrong && isMany ? 1.5 : 1}
            />
            {mark.notes !== null && (
              <path
                aria-hidden
                d={PENNANT}
                transform={`translate(${x(index) + 3} ${y(mark.at) - 15})`}
                fill="var(--ember)"
                stroke="var(--ember-text)"
              >
                <title>{mark.notes}</title>
              </path>
            )}
            {place !== undefined && (
              <>
                <path
                  d={`M${right + 4} ${y(mark.at)}L${labelX - 3} ${place}`}
                  stroke={isStrong && isMany ? 'var(--ink)' : 'var(--prior)'}
                  strokeWidth={1}
                  fill="none"
                />
                <text
                  x={labelX}
                  y={place + 4}
                  fontSize={11.5}
                  fontWeight={isStrong && isMany ? 700 : 550}
                  fill="var(--ink)"
                  data-label
                >
                  {shorten(mark.name, letters)}
                </text>
                <text
                  x={WIDTH - 4}
                  y={place + 4}
                  fontSize={11.5}
                  fontWeight={650}
                  textAnchor="end"
                  className={`fill-current ${textOf(mark.status)}`}
                >
                  {mark.text}
                </text>
              </>
            )}
          </a>
        );
      })}
    </svg>
  );
}

function shorten(name: string, letters: number): string {
  return name.length > letters ? `${name.slice(0, letters - 1)}…` : name;
}
