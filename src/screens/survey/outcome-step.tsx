import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { SurveyGiven } from "@/core/survey/job";
import { allows, type Sum } from "@/core/survey/sums";
import type { SurveyOutcome } from "@/core/survey/survey";
import { outbox } from "@/device/outbox";
import { keepTestArea } from "@/device/survey/test-area";
import { keepAndSend, type SurveyAnswer } from "@/device/surveys";
import { Button, buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Problem } from "@/kit/problem";
import { clock } from "../states";
import { lacks, type SurveyDraft } from "./draft";
import { SumList, verdictMark } from "./sum-list";
import { limitsToCarry, type SurveyWords } from "./words";

/** What was worked out, the limits to carry, and the record of it. */
export function OutcomeStep({
  words,
  draft,
  given,
  walk,
  outcome,
  recorded,
  plate,
  zone,
  now,
  by,
  onRecorded,
}: {
  words: SurveyWords;
  draft: SurveyDraft;
  /** As it is worked out and sent: of a test area, with what follows from its spot. */
  given: SurveyGiven;
  walk: string | undefined;
  outcome: SurveyOutcome | undefined;
  recorded: SurveyAnswer | undefined;
  plate: string;
  zone: string;
  now: () => string;
  /** Who surveys. */
  by: string;
  onRecorded: (recorded: SurveyAnswer) => void;
}) {
  const { t } = words;
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  // The same survey sent twice is one.
  const id = useRef({ of: draft, id: crypto.randomUUID() });
  if (id.current.of !== draft) id.current = { of: draft, id: crypto.randomUUID() };
  if (outcome === undefined) {
    return (
      <p className="border-[2.5px] border-dashed border-ink3 p-3">
        {t(`survey.lacks.${lacks(draft) ?? "job"}`)}
      </p>
    );
  }
  const tests = given.purpose === "tests";
  const own = `/units/${encodeURIComponent(plate)}`;
  if (recorded !== undefined && recorded.kind !== "refused")
    return (
      <div className="grid gap-4">
        <p className="border-[2.5px] border-ink p-4 text-[20px]">
          {recorded.kind === "kept" ? (
            <Mark kind="skipped">{t(tests ? "survey.keptTests" : "survey.kept")}</Mark>
          ) : (
            <Mark kind={verdictMark[recorded.recorded.verdict]}>
              {t(`survey.${tests ? "recordedTests" : "recordedAs"}.${recorded.recorded.verdict}`, {
                time: clock(recorded.recorded.untilMs, zone),
              })}
            </Mark>
          )}
        </p>
        <Carried words={words} sums={outcome.sums} />
        {recorded.kind === "recorded" && !tests && allows(recorded.recorded.verdict) ? (
          <Link href={`/surveys/${recorded.recorded.id}`} className={buttonLook("go")}>
            {t("talk.open")}
          </Link>
        ) : null}
        {walk === undefined ? (
          <Link href={own} className={buttonLook("plain")}>
            {t("survey.toUnit")}
          </Link>
        ) : (
          <a href={`/inspect/${walk}`} className={buttonLook("go")}>
            {t("survey.toWalk")}
          </a>
        )}
      </div>
    );
  const record = async () => {
    setBusy(true);
    const answer = await keepAndSend({
      ...{ id: id.current.id, plate, by, placeId: draft.placeId, surveyedAt: now(), given },
    });
    setBusy(false);
    setProblem(answer.kind === "refused" ? answer.detail : "");
    onRecorded(answer);
    if (tests && answer.kind !== "refused") {
      const { verdict, untilMs } = outcome;
      keepTestArea(plate, { place: words.plan.name, verdict, untilMs, atMs: Date.parse(now()) });
    }
    // Where it waits, the strip at the head of every page says so.
    void outbox().send();
    if (answer.kind === "recorded") router.refresh();
  };
  return (
    <div className="grid gap-4">
      <Button look="go" disabled={busy} onClick={() => void record()}>
        {t(busy ? "survey.recording" : "survey.record")}
      </Button>
      <Problem>{problem}</Problem>
      <p className="text-ink2">{t("survey.notVerdict")}</p>
      <Carried words={words} sums={outcome.sums} />
      <SumList words={words} sums={outcome.sums} />
    </div>
  );
}

/** The limits an operator carries to the work. */
function Carried({ words, sums }: { words: SurveyWords; sums: readonly Sum[] }) {
  const limits = limitsToCarry(words, sums);
  return (
    <section className="border-[2.5px] border-ink p-3">
      <h2 className="text-[20px] font-bold">{words.t("survey.card")}</h2>
      {limits.length === 0 ? (
        <p>{words.t("survey.cardNone")}</p>
      ) : (
        <ul className="ml-5 list-[square]">
          {limits.map((limit) => (
            <li key={limit} className="py-1 text-[18px] font-semibold">
              {limit}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
