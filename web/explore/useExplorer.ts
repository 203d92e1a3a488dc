import { useEffect, useRef, useState } from 'react';
import type { Problem } from '#contract/errors/problem';
import { API } from '#contract/routes/route';
import type { LinesHeader } from '#contract/schemas/slice';
import type { ExploreAnswer, ExploreQuestion } from '#core/slices/exploring';
import { type Failure, UNREACHABLE, useGetFreshnessQuery } from '../app/api';
import type { FromExplorer, ToExplorer } from '../workers/explore.worker';

interface Explored {
  header: LinesHeader | null;
  answer: ExploreAnswer | null;
  /** What is shown belongs to the unit or span before. */
  isOther: boolean;
  /** How much of the lines has come, 0 to 1; null while none are on the way. */
  share: number | null;
  failure: Failure | null;
  /** Starts again after a failure. */
  retry(): void;
}

const DIED: Failure = {
  type: '/problems/explorer',
  code: 'explorer',
  status: 0,
  title: 'The browser stopped adding up',
  detail: 'It ran out of memory or was stopped. Try again, or choose a shorter span.',
};

/**
 * The lines of a unit and period, added up in a worker. Bookings are followed: the lines are
 * fetched anew and the choices stay.
 */
export function useExplorer(unit: string, period: string, question: ExploreQuestion): Explored {
  const [header, setHeader] = useState<LinesHeader | null>(null);
  const [answer, setAnswer] = useState<ExploreAnswer | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState<Failure | null>(null);
  const [attempt, setAttempt] = useState(0);
  /** Of which unit and span the lines are that are shown, and those that are on the way. */
  const [loaded, setLoaded] = useState('');
  const wanted = useRef('');
  const { data: freshness } = useGetFreshnessQuery();
  const worker = useRef<Worker | null>(null);
  const newest = useRef({ load: 0, ask: 0 });
  const asked = useRef(question);
  asked.current = question;

  useEffect(() => {
    const made = new Worker(new URL('../workers/explore.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = made;
    let next: LinesHeader | null = null;
    const ask = () => send({ kind: 'ask', number: ++newest.current.ask, question: asked.current });
    const send = (message: ToExplorer) => made.postMessage(message);
    made.onmessage = ({ data }: MessageEvent<FromExplorer>) => {
      if (data.kind === 'answer') {
        if (data.number !== newest.current.ask) return;
        if (next) {
          setHeader(next);
          setLoaded(wanted.current);
          next = null;
        }
        return setAnswer(data.answer);
      }
      if (data.number !== newest.current.load) return;
      if (data.kind === 'progress') return setShare(data.share);
      setShare(null);
      if (data.kind === 'failed') return setFailure(toFailure(data.problem));
      setFailure(null);
      // Shown with their first answer: names of one unit never stand over figures of another.
      next = data.header;
      ask();
    };
    made.onerror = () => {
      setShare(null);
      setFailure(DIED);
    };
    return () => made.terminate();
  }, [attempt]);

  const bookedAt = freshness?.bookedAt ?? '';
  useEffect(() => {
    if (!unit || !period) return;
    setShare(0);
    setFailure(null);
    const query = new URLSearchParams({ unit, period });
    wanted.current = query.toString();
    worker.current?.postMessage({
      kind: 'load',
      number: ++newest.current.load,
      url: `${API}/explore/lines?${query}`,
    } satisfies ToExplorer);
  }, [unit, period, bookedAt, attempt]);

  const text = JSON.stringify(question);
  useEffect(() => {
    worker.current?.postMessage({
      kind: 'ask',
      number: ++newest.current.ask,
      question: asked.current,
    } satisfies ToExplorer);
  }, [text]);

  return {
    header,
    answer,
    isOther: loaded !== new URLSearchParams({ unit, period }).toString(),
    share,
    failure,
    retry: () => setAttempt((count) => count + 1),
  };
}

const toFailure = (problem: Problem | null): Failure => problem ?? UNREACHABLE;
