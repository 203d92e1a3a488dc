import { useEffect, useRef, useState } from 'react';
import type { PipelineAnswer, PipelineQuestion } from '#core/forecast/pipeline';

/**
 * The outlook, computed in a worker; null until the first is there. A newer question overtakes an
 * older one.
 */
export function usePipelineAnswer(question: PipelineQuestion | null): {
  answer: PipelineAnswer | null;
  isReckoning: boolean;
} {
  const [answer, setAnswer] = useState<PipelineAnswer | null>(null);
  const [isReckoning, setReckoning] = useState(false);
  const worker = useRef<Worker | null>(null);
  const newest = useRef(0);
  useEffect(() => {
    const made = new Worker(new URL('../../workers/pipeline.worker.ts', import.meta.url), {
      type: 'module',
    });
    made.onmessage = ({ data }: MessageEvent<{ number: number; answer: PipelineAnswer }>) => {
      if (data.number !== newest.current) return;
      setAnswer(data.answer);
      setReckoning(false);
    };
    worker.current = made;
    return () => made.terminate();
  }, []);
  useEffect(() => {
    if (!question) return;
    setReckoning(true);
    worker.current?.postMessage({ number: ++newest.current, question });
  }, [question]);
  return { answer, isReckoning };
}
