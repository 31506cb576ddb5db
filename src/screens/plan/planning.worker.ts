import {
  type PracticeCosts,
  type PracticeGaps,
  practiceCosts,
  practiceGaps,
  type Question,
} from "./practice-costs";

export type PlanningAnswer =
  | { readonly costs: PracticeCosts }
  /** Dearer to work out: told after the costs of every model. */
  | { readonly gaps: PracticeGaps };

/** Plans off the page's own thread: the costs of each model in the order they come, then what each order leaves unproven. */
self.onmessage = (event: MessageEvent<readonly Question[]>) => {
  const answer = (said: PlanningAnswer) => self.postMessage(said);
  const costs = event.data.map((question) => {
    const found = practiceCosts(question);
    answer({ costs: found });
    return { question, found };
  });
  for (const { question, found } of costs) answer({ gaps: practiceGaps(question, found) });
};
