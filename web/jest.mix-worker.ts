import { mixAnswers, type FillQuestion, type FixQuestion } from './src/features/mix/mixAnswers';

// jsdom has no workers: what the worker would answer is worked out here, a moment later.
export const openMixWorker = () => ({
  api: {
    fill: (question: FillQuestion) => Promise.resolve(mixAnswers.fill(question)),
    fixes: (question: FixQuestion) => Promise.resolve(mixAnswers.fixes(question)),
  },
  close: () => undefined,
});
