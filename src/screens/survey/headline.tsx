import { allows } from "@/core/survey/sums";
import type { SurveyOutcome } from "@/core/survey/survey";
import { Mark } from "@/kit/mark";
import { verdictMark } from "./sum-list";
import { figuresOf, type SurveyWords, titleOf } from "./words";

/** What follows from the worst of it, in sight at every step. */
export function Headline({ words, outcome }: { words: SurveyWords; outcome: SurveyOutcome }) {
  const { verdict, sums } = outcome;
  const worstOne = sums.find((sum) => sum.verdict === verdict);
  return (
    <div className="mt-3" aria-live="polite">
      <p className="text-[22px]">
        <Mark kind={verdictMark[verdict]}>{words.t(`survey.headline.${verdict}`)}</Mark>
      </p>
      {worstOne === undefined || allows(verdict) ? null : (
        <p>
          {titleOf(words, worstOne)}. <span className="font-semibold">{figuresOf(words, worstOne)}</span>
        </p>
      )}
    </div>
  );
}
