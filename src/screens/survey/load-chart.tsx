import dynamic from "next/dynamic";
import type { Sum } from "@/core/survey/sums";
import { figuresOf, type SurveyWords } from "./words";

const LoadBars = dynamic(() => import("./load-bars"), { ssr: false });

/** What is in the platform against what it may carry, people and things apart; nothing where a weight is not known. */
export function LoadChart({ words, sums }: { words: SurveyWords; sums: readonly Sum[] }) {
  const sum = sums.find(({ topic }) => topic === "load");
  const of = (name: string) => sum?.terms.find(({ term }) => term === name)?.value ?? 0;
  const limit = sum?.compared?.limit;
  if (sum === undefined || limit === undefined) return null;
  const { t } = words;
  return (
    <section>
      <h2 className="text-[20px] font-bold">{t("survey.topic.load")}</h2>
      <p className="text-ink2">{figuresOf(words, sum)}</p>
      <LoadBars
        people={of("persons_weigh")}
        things={of("items_weigh")}
        limit={limit}
        measures={words.measures}
        words={{
          label: `${t("survey.topic.load")}: ${figuresOf(words, sum)}`,
          people: t("survey.term.persons_weigh"),
          things: t("survey.term.items_weigh"),
        }}
      />
      <p className="text-ink2">{t("survey.loadKey")}</p>
    </section>
  );
}
