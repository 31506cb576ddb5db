"use client";
import { useTranslations } from "next-intl";
import type { Causes, Explanation } from "@/core/diagnose/diagnose";
import type { Leaves, Report } from "@/core/diagnose/report";
import { Button } from "@/kit/button";
import { Caution } from "@/kit/plate";
import type { T } from "../inspect/words";
import { componentWords, faultWords } from "../proof/words";
import { saysWords, suspectsWords, testWords } from "./words";

/** Suspects read at once, and ruled-out parts. */
const shownAtMost = 6;

/** What would explain everything that was seen, what is ruled out by what, the next test, and where the meter goes. */
export function Suspects({
  report,
  causes,
  onTried,
}: {
  report: Report;
  causes: Causes;
  /** The next test has been made: what did it show? */
  onTried: () => void;
}) {
  const t = useTranslations() as unknown as T;
  const { explanations, nothingFits, answers } = report;
  if (nothingFits)
    return (
      <>
        <Caution>{t("diagnose.nothingFits")}</Caution>
        <LeftPairs count={report.left} />
      </>
    );
  const [first] = explanations;
  if (first === undefined) return <p className="text-[19px]">{t("diagnose.none")}</p>;
  const best = explanations.filter(({ fit }) => fit === first.fit);
  const rest = explanations.filter(({ fit }) => fit !== first.fit);
  return (
    <>
      <h2 className="text-[24px] leading-tight font-bold">{t("diagnose.title", { count: answers })}</h2>
      <ol className="mt-2">
        {best.slice(0, shownAtMost).map((one, i) => (
          <Suspect key={keyOf(one)} one={one} place={i + 1} causes={causes} />
        ))}
      </ol>
      {best.length > shownAtMost ? (
        <p className="py-2 text-ink2">{t("diagnose.moreLoose", { count: best.length - shownAtMost })}</p>
      ) : null}
      <LeftPairs count={report.left} />
      <Rest rest={rest} />
      <RuledOut report={report} />
      <NextTest report={report} best={best} onTried={onTried} />
      <Meter report={report} />
      <p className="mt-3 text-[17px] text-ink2">{t("diagnose.note")}</p>
    </>
  );
}

/** Pairs of parts that were too many to run: nothing is said of them. */
function LeftPairs({ count }: { count: number }) {
  const t = useTranslations();
  return count === 0 ? null : (
    <p className="border-b border-line py-2">{t("diagnose.leftPairs", { count })}</p>
  );
}

const keyOf = ({ groups, mistaken }: Explanation): string =>
  `${groups.map((group) => group.map((f) => `${f.component} ${f.mode}`).join()).join("+")} ${mistaken ?? ""}`;

/** One explanation: a part that has failed, or those no test tells apart, or two at once. */
function Suspect({ one, place, causes }: { one: Explanation; place: number; causes: Causes }) {
  const t = useTranslations() as unknown as T;
  const before = one.groups.flat().reduce((sum, { component }) => sum + (causes[component] ?? 0), 0);
  return (
    <li className="flex gap-4 border-b border-line py-2.5">
      <span className="flex h-[42px] w-[42px] shrink-0 items-center justify-center border-[2.5px] border-ink text-[20px] font-bold">
        {place}
      </span>
      <div className="flex-1">
        {one.groups.map((group) => (
          <div key={group.map(({ component, mode }) => component + mode).join()}>
            {group.length > 1 ? <p className="text-ink2">{t("diagnose.sameGroup")}</p> : null}
            {group.map((fault) => (
              <p
                key={fault.component + fault.mode}
                className={`leading-snug ${group.length > 4 ? "font-medium" : "text-[18.5px] font-bold"}`}
              >
                {faultWords(t, fault)}
              </p>
            ))}
          </div>
        ))}
        {one.mistaken === undefined ? null : (
          <p className="text-ink2">{t("diagnose.mistaken", { test: testWords(t, one.mistaken) })}</p>
        )}
      </div>
      {before === 0 ? null : (
        <span className="shrink-0 text-ink2">{t("diagnose.before", { count: before })}</span>
      )}
    </li>
  );
}

/** What fits less: one answer mistaken, or a loose contact. In a line each. */
function Rest({ rest }: { rest: readonly Explanation[] }) {
  const t = useTranslations() as unknown as T;
  const loose = rest.filter(({ fit }) => fit === "intermittent");
  const mistaken = rest.filter(({ fit }) => fit === "one_mistaken");
  return (
    <>
      {mistaken.slice(0, 2).map((one) => (
        <p key={keyOf(one)} className="border-b border-line py-2 text-ink2">
          {t("diagnose.mistaken", { test: testWords(t, one.mistaken ?? "") })}:{" "}
          {suspectsWords(t, one.groups.flat().slice(0, 3))}
        </p>
      ))}
      {loose.length === 0 ? null : (
        <p className="border-b border-line py-2 text-ink2">
          {t("diagnose.loose")}:{" "}
          {loose
            .slice(0, 2)
            .map(({ groups }) =>
              groups
                .flat()
                .map((f) => componentWords(t, f.component))
                .join(", "),
            )
            .join("; ")}
          {loose.length > 2 ? `; ${t("diagnose.moreLoose", { count: loose.length - 2 })}` : ""}
        </p>
      )}
    </>
  );
}

function RuledOut({ report: { ruledOut } }: { report: Report }) {
  const t = useTranslations() as unknown as T;
  const dead = ruledOut.filter(
    ({ fault }) => fault.mode === "dead" && !fault.component.startsWith("sensor."),
  );
  if (dead.length === 0) return null;
  return (
    <details className="border-b border-line">
      <summary className="min-h-[48px] cursor-pointer py-3 font-semibold">
        {t("diagnose.ruledOut")} ({dead.length})
      </summary>
      <ul className="pb-2">
        {dead.slice(0, 12).map(({ fault, by }) => (
          <li key={fault.component} className="py-1 text-ink2">
            <b className="text-ink">{componentWords(t, fault.component)}</b>{" "}
            {by.length > 2
              ? t("diagnose.ruledOutMore", { count: by.length })
              : t("diagnose.ruledOutBy", { tests: by.map((id) => testWords(t, id)).join("; ") })}
          </li>
        ))}
      </ul>
    </details>
  );
}

function NextTest({
  report: { next, meter },
  best,
  onTried,
}: {
  report: Report;
  best: readonly Explanation[];
  onTried: () => void;
}) {
  const t = useTranslations() as unknown as T;
  if (next === undefined)
    return best.length > 1 && meter === undefined ? (
      <p className="mt-3 font-semibold">{t("diagnose.noNext")}</p>
    ) : null;
  const { test, mayHarm, leaves } = next;
  return (
    <section className="mt-4 border-[2.5px] border-ink p-4">
      <p className="text-ink2">{t("diagnose.next", { minutes: Math.max(1, Math.round(test.minutes)) })}</p>
      <p className="text-[19px] leading-snug font-bold">{testWords(t, test.id)}</p>
      {mayHarm ? <p className="mt-2 font-semibold text-tag">{t("diagnose.mayHarm")}</p> : null}
      <ul className="mt-1 mb-3">
        {leaves.map((one) => (
          <li key={one.says}>{leavesWords(t, one)}</li>
        ))}
      </ul>
      <Button look="go" onClick={onTried}>
        {t("diagnose.answered")}
      </Button>
    </section>
  );
}

/** What an answer would leave: the suspects by their numbers. */
const leavesWords = (t: T, { says, left }: Leaves): string =>
  `${saysWords(t, says)}: ${left.map((at) => `${at + 1}`).join(", ")}`;

function Meter({ report: { meter } }: { report: Report }) {
  const t = useTranslations() as unknown as T;
  if (meter === undefined) return null;
  const words = {
    function: t(`function.${meter.function}`).toLowerCase(),
    direction: t(`direction.${meter.direction}`),
    station: t(`station.${meter.station}`).toLowerCase(),
  };
  return (
    <section className="mt-4 border-[2.5px] border-ink p-4">
      <h3 className="font-bold">{t("diagnose.meter")}</h3>
      <p>{t("diagnose.meterAt", words)}</p>
      <p className="mt-1">{t("diagnose.meterVoltage", { what: namesOf(t, meter.voltage) })}</p>
      <p>{t("diagnose.meterNone", { what: namesOf(t, meter.none) })}</p>
    </section>
  );
}

function namesOf(t: T, faults: readonly { readonly component: string }[]): string {
  const names = [...new Set(faults.map(({ component }) => componentWords(t, component)))];
  const more = names.length - shownAtMost;
  const shown = names.slice(0, shownAtMost).join("; ");
  return more > 0 ? `${shown}; ${t("diagnose.moreLoose", { count: more })}` : shown;
}
