import { useMemo } from 'react';
import type { Pipeline } from '#contract/schemas/pipeline';
import type { Band } from '#core/forecast/band';
import type { Outlook } from '#core/forecast/outlook';
import { useGetPipelineQuery } from './pipeline/api';
import { toQuestion } from './pipeline/toQuestion';
import { usePipelineAnswer } from './pipeline/usePipelineAnswer';

export interface PeriodOutlook {
  outlook: Outlook;
  band: Band;
  dealIds: ReadonlySet<number>;
}

const NOTHING: ReadonlyMap<string, PeriodOutlook> = new Map();

/**
 * What open deals add to each period ahead, by period id; computed in a worker, empty until it has
 * answered, and for measures that open deals say nothing of.
 */
export function useOutlook(
  unit: string,
  measure: string,
): { pipeline: Pipeline | undefined; outlooks: ReadonlyMap<string, PeriodOutlook> } {
  const isRevenue = measure === 'revenue';
  const { currentData: pipeline } = useGetPipelineQuery({ unit }, { skip: !unit || !isRevenue });
  const question = useMemo(
    () => (pipeline ? toQuestion(pipeline, false, new Map()) : null),
    [pipeline],
  );
  const { answer } = usePipelineAnswer(question);
  const outlooks = useMemo(() => {
    if (!pipeline || !answer || answer.horizons.length !== pipeline.horizons.length) return NOTHING;
    return new Map(
      pipeline.horizons.map(({ period }, index) => {
        const { outlook, band, dealIds } = answer.horizons[index]!;
        return [period.id, { outlook, band, dealIds: new Set(dealIds) }] as const;
      }),
    );
  }, [pipeline, answer]);
  return { pipeline, outlooks };
}
