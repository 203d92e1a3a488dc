import { useVirtualizer } from '@tanstack/react-virtual';
import { ChevronRight } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { StatusMark } from '../../charts/StatusMark';
import { classNames } from '../../ui/classNames';
import { Loading } from '../../ui/Loading';
import { api, type TreeNode, useListUnitAttainmentsQuery } from '../api';
import { FailureNote } from '../FailureNote';
import { SOON, useLoadsAhead, useLookAhead } from '../lookAhead';
import { usePlace } from '../place';

const t = messagesOf('frame', EN_FRAME);

const ROW_HEIGHT = 27;

/**
 * Whose numbers: the units one may see, each with status and attainment. Arrows move, Enter
 * chooses, left and right fold.
 */
export function UnitTreeNav() {
  const place = usePlace();
  const {
    data: nodes,
    error,
    refetch,
  } = useListUnitAttainmentsQuery(
    { period: place.period, measure: place.measure },
    { skip: !place.period },
  );
  const pointAt = useLookAhead();
  const loadTree = api.usePrefetch('listUnitAttainments', SOON);
  useLoadsAhead(({ period, measure }) => loadTree({ period, measure }));
  const [opened, setOpened] = useState<ReadonlyMap<string, boolean>>(new Map());
  const shown = useMemo(
    () => listShown(nodes ?? [], opened, place.unit),
    [nodes, opened, place.unit],
  );
  const [active, setActive] = useState<string | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 20,
  });
  const current = active ?? place.unit;

  useEffect(() => {
    if (!active) return;
    const index = shown.findIndex((each) => each.node.unit.code === active);
    if (index >= 0) virtual.scrollToIndex(index);
    requestAnimationFrame(() => {
      // Fresh figures must not pull the focus back from wherever the reader has gone since.
      if (!scroller.current?.contains(document.activeElement)) return;
      scroller.current.querySelector<HTMLElement>(`[data-unit="${CSS.escape(active)}"]`)?.focus();
    });
  }, [active, shown, virtual]);

  // By reference, not by state: two quick presses must move two lines, before anything is drawn.
  const at = useRef<string | null>(null);
  const onKey = (event: KeyboardEvent) => {
    const index = Math.max(
      0,
      shown.findIndex((each) => each.node.unit.code === (at.current ?? current)),
    );
    const { node, isOpen, hasChildren } = shown[index]!;
    const { code } = node.unit;
    const fold = (open: boolean) => setOpened(new Map(opened).set(code, open));
    const moveTo = (unit: string) => {
      at.current = unit;
      setActive(unit);
    };
    const focus = (to: number) =>
      moveTo(shown[Math.max(0, Math.min(shown.length - 1, to))]!.node.unit.code);
    if (event.key === 'ArrowDown') focus(index + 1);
    else if (event.key === 'ArrowUp') focus(index - 1);
    else if (event.key === 'Home') focus(0);
    else if (event.key === 'End') focus(shown.length - 1);
    else if (event.key === 'ArrowRight') hasChildren && !isOpen ? fold(true) : focus(index + 1);
    else if (event.key === 'ArrowLeft')
      isOpen && hasChildren ? fold(false) : moveTo(node.parent ?? code);
    else if (event.key === 'Enter' || event.key === ' ') place.go({ unit: code });
    else return;
    event.preventDefault();
  };

  return (
    <nav
      aria-label={t('whoseNumbersHeading')}
      className="flex h-full min-h-0 flex-col border-r border-line bg-tree"
    >
      <div className="flex justify-between px-3 pt-2.5 pb-1.5 text-[11.5px] font-medium text-soft [font-stretch:106%]">
        <span>{t('whoseNumbersHeading')}</span>
        <span>{t('attainment')}</span>
      </div>
      {error && !('code' in error && error.code === 'unknownPeriod') && (
        <div className="p-2">
          <FailureNote failure={error} onRetry={() => void refetch()} />
        </div>
      )}
      {!nodes && !error && <Loading what={t('units')} />}
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto [scrollbar-width:thin]">
        <ul
          role="tree"
          aria-label={t('unitsTree')}
          className="relative"
          style={{ height: virtual.getTotalSize() }}
        >
          {virtual.getVirtualItems().map(({ index, start }) => {
            const { node, isOpen, hasChildren } = shown[index]!;
            const { unit } = node;
            const pointing = pointAt({ unit: unit.code });
            const isChosen = unit.code === place.unit;
            const isTabStop =
              unit.code === current ||
              (index === 0 && !shown.some((each) => each.node.unit.code === current));
            return (
              <li
                key={unit.code}
                role="treeitem"
                aria-level={node.depth + 1}
                aria-expanded={hasChildren ? isOpen : undefined}
                aria-selected={isChosen}
                data-unit={unit.code}
                tabIndex={isTabStop ? 0 : -1}
                onClick={() => {
                  // The arrows go on from what was clicked, not from where they had been.
                  at.current = unit.code;
                  setActive(null);
                  place.go({ unit: unit.code });
                }}
                onKeyDown={onKey}
                onPointerEnter={pointing.onPointerEnter}
                onPointerLeave={pointing.onPointerLeave}
                onFocus={(event) => {
                  if (event.currentTarget === event.target && active === null)
                    at.current = unit.code;
                  pointing.onFocus();
                }}
                className={classNames(
                  'absolute inset-x-0 flex cursor-pointer items-center gap-2 border-l-[3px] pr-3 -outline-offset-2',
                  isChosen
                    ? 'border-ember bg-sheet font-semibold'
                    : 'border-transparent hover:bg-hover',
                )}
                style={{ top: start, height: ROW_HEIGHT, paddingLeft: 4 + node.depth * 14 }}
              >
                <button
                  type="button"
                  tabIndex={-1}
                  aria-hidden
                  onClick={(event) => {
                    event.stopPropagation();
                    setOpened(new Map(opened).set(unit.code, !isOpen));
                  }}
                  className={classNames('-mr-1 text-soft', !hasChildren && 'invisible')}
                >
                  <ChevronRight size={13} className={isOpen ? 'rotate-90' : ''} />
                </button>
                <StatusMark status={node.status} />
                <span className="min-w-0 flex-1 truncate" title={unit.name}>
                  {unit.name}
                </span>
                <span className={isChosen ? '' : 'text-soft'}>{node.attainmentText ?? '–'}</span>
              </li>
            );
          })}
        </ul>
      </div>
    </nav>
  );
}

interface Shown {
  node: TreeNode;
  isOpen: boolean;
  hasChildren: boolean;
}

/**
 * Branches are open; teams open when the chosen unit is theirs, one of theirs, or when someone
 * opened them.
 */
function listShown(
  nodes: readonly TreeNode[],
  opened: ReadonlyMap<string, boolean>,
  chosen: string,
): Shown[] {
  const byCode = new Map(nodes.map((node) => [node.unit.code, node]));
  const withChildren = new Set(nodes.map((node) => node.parent));
  const line = new Set<string | null>();
  for (
    let code: string | null | undefined = chosen;
    code && !line.has(code);
    code = byCode.get(code)?.parent
  )
    line.add(code);
  const isOpen = (node: TreeNode) =>
    opened.get(node.unit.code) ??
    (node.unit.kind !== 'team' || line.has(node.unit.code) || nodes.length <= 16);
  const visible = new Set<string>();
  return nodes.flatMap((node) => {
    const parent = node.parent === null ? undefined : byCode.get(node.parent);
    if (parent && !(visible.has(parent.unit.code) && isOpen(parent))) return [];
    visible.add(node.unit.code);
    return [{ node, isOpen: isOpen(node), hasChildren: withChildren.has(node.unit.code) }];
  });
}
