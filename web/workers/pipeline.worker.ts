import { answerPipeline, type PipelineQuestion } from '#core/forecast/pipeline';

/** A question with its number; the answer carries the same, so that an overtaken one is known. */
export interface Asked {
  number: number;
  question: PipelineQuestion;
}

self.onmessage = ({ data }: MessageEvent<Asked>) =>
  self.postMessage({ number: data.number, answer: answerPipeline(data.question) });
