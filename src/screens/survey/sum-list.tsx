import { type Sum, type Verdict, verdicts } from "@/core/survey/sums";
import { Mark, type MarkKind } from "@/kit/mark";
import { figuresOf, limitWords, type SurveyWords, termsOf, titleOf } from "./words";

/** The square of each verdict. */
export const verdictMark: Readonly<Record<Verdict, MarkKind>> = {
  within: "fine",
  limited: "watch",
  beyond: "place",
  not_known: "skipped",
};

/** Everything a survey worked out, the worst first; each with its figures to open. */
export function SumList({ words, sums }: { words: SurveyWords; sums: readonly Sum[] }) {
  const ranked = sums
    .map((sum, i) => ({ sum, i }))
    .sort((a, b) => verdicts.indexOf(a.sum.verdict) - verdicts.indexOf(b.sum.verdict) || a.i - b.i);
  return (
    <ul className="border-t-2 border-ink">
      {ranked.map(({ sum, i }) => (
        <li key={i} className="border-b border-line py-2">
          <SumRow words={words} sum={sum} />
        </li>
      ))}
    </ul>
  );
}

function SumRow({ words, sum }: { words: SurveyWords; sum: Sum }) {
  const { t } = words;
  const terms = termsOf(words, sum);
  const told = figuresOf(words, sum);
  const head = (
    <span className="flex flex-wrap items-baseline justify-between gap-x-4">
      <span className="font-semibold">{titleOf(words, sum)}</span>
      <Mark kind={verdictMark[sum.verdict]}>{t(`survey.verdict.${sum.verdict}`)}</Mark>
      {told === "" ? null : <span className="w-full text-ink2">{told}</span>}
    </span>
  );
  const limits = (sum.limits ?? []).map((limit) => limitWords(words, limit));
  return (
    <>
      {terms.length === 0 ? (
        head
      ) : (
        <details>
          <summary className="min-h-[48px] cursor-pointer list-none">{head}</summary>
          <dl className="mt-2 ml-3 border-l-2 border-ink pl-3">
            {terms.map(({ term, name, figure, from }) => (
              <div key={term} className="flex flex-wrap justify-between gap-x-4 border-b border-line py-1">
                <dt>
                  {name} <span className="text-ink3">({from})</span>
                </dt>
                <dd className="font-semibold">{figure}</dd>
              </div>
            ))}
          </dl>
        </details>
      )}
      {sum.verdict === "beyond" && limits.length > 0 ? (
        <p className="mt-1 font-semibold">{limits.join(". ")}</p>
      ) : null}
    </>
  );
}
