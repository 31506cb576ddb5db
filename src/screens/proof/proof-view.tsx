"use client";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import { checksOf } from "@/core/catalogue/catalogue";
import type { CheckDefinition } from "@/core/catalogue/types";
import type { Fault } from "@/core/machine/faults";
import type { GroupSeen, ProofSummary } from "@/core/proof/summary";
import type { Sheet } from "@/core/sheet/sheet";
import { type FullEnding, fullEndings } from "@/core/vocabulary/endings";
import type { Practice } from "@/core/vocabulary/practice";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import type { T } from "../inspect/words";
import type { ProofQuestion } from "./answer";
import { useProof } from "./ask";
import { FaultList } from "./fault-list";
import { faultWords } from "./words";

/** Which faults of this unit the yard's walk would show, at which place, and what it leaves unproven. */
export function ProofView({
  plate,
  sheet,
  practice,
  minutes,
}: {
  plate: string;
  sheet: Sheet;
  practice: Practice;
  minutes: Readonly<Record<string, number>>;
}) {
  const t = useTranslations() as unknown as T;
  const [people, setPeople] = useState(1);
  const [missing, setMissing] = useState<readonly string[]>([]);
  const [ending, setEnding] = useState<FullEnding>("to_work");
  const things = useMemo(
    () => [...new Set(checksOf(sheet).flatMap(({ definition }) => tools(definition)))].sort(),
    [sheet],
  );
  const question = useMemo<ProofQuestion>(
    () => ({
      ask: "proves",
      input: {
        sheet,
        scope: { kind: "full" },
        practice,
        ending,
        minutes,
        atHand: { people, missing, key: true },
      },
    }),
    [sheet, practice, ending, minutes, people, missing],
  );
  const answer = useProof(question);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1.65fr)_minmax(0,1fr)]">
      <section className="p-4 md:p-6 lg:border-r-2 lg:border-ink">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h1 className="text-[28px] leading-none font-bold">
            {plate} <span className="font-normal text-ink2">{t("proof.title")}</span>
          </h1>
          <Link className={buttonLook("small")} href={`/units/${encodeURIComponent(plate)}`}>
            {t("proof.back", { plate })}
          </Link>
        </div>
        <div className="mt-4 flex flex-wrap gap-x-6 gap-y-3 border-y-2 border-ink py-3">
          <Choice
            title={t("proof.people")}
            all={["1", "2"]}
            value={String(people)}
            onPick={(count) => setPeople(Number(count))}
            words={(count) => t("plan.people", { count: Number(count) })}
          />
          <Choice
            title={t("proof.ending")}
            all={fullEndings}
            value={ending}
            onPick={setEnding}
            words={(one) => t(`plan.ending.${one}`)}
          />
          <fieldset>
            <legend className="font-semibold">{t("proof.atHand")}</legend>
            <div className="mt-1 flex flex-wrap gap-2">
              {things.map((thing) => {
                const there = !missing.includes(thing);
                return (
                  <button
                    key={thing}
                    type="button"
                    aria-pressed={there}
                    onClick={() =>
                      setMissing(there ? [...missing, thing] : missing.filter((m) => m !== thing))
                    }
                    className={`min-h-[48px] border-2 px-3 ${there ? "border-ink" : "border-dashed border-ink3 text-ink3"}`}
                  >
                    {there ? "✓ " : ""}
                    {t(`carry.${thing}`)}
                  </button>
                );
              })}
            </div>
          </fieldset>
        </div>
        {answer === undefined ? (
          <p role="status" className="mt-6 text-ink2">
            {t("proof.working")}
          </p>
        ) : !answer.ok ? (
          <p role="alert" className="mt-6 border-[2.5px] border-tag p-3 font-semibold">
            {t("proof.failed", { why: answer.why })}
          </p>
        ) : "summary" in answer ? (
          <Board summary={answer.summary} t={t} />
        ) : null}
      </section>
      <section className="p-4 md:p-6">
        {answer?.ok === true && "summary" in answer ? <Told summary={answer.summary} t={t} /> : null}
      </section>
    </div>
  );
}

/** What is fetched for a test of the whole walk; what is carried anyway is not asked. */
const tools = ({ phase, carry }: CheckDefinition): readonly string[] =>
  phase === "transport" ? [] : (carry ?? []).filter((thing) => !["rag", "tape"].includes(thing));

function Choice<One extends string>(props: {
  readonly title: string;
  readonly all: readonly One[];
  readonly value: One;
  readonly onPick: (one: One) => void;
  readonly words: (one: One) => string;
}) {
  return (
    <label className="grid gap-1">
      <span className="font-semibold">{props.title}</span>
      <select
        value={props.value}
        onChange={(event) => props.onPick(event.target.value as One)}
        className="min-h-[48px] border-2 border-ink bg-chalk px-2.5"
      >
        {props.all.map((one) => (
          <option key={one} value={one}>
            {props.words(one)}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A row for each kind of part, a square for each place of the walk. */
function Board({ summary, t }: { summary: ProofSummary; t: T }) {
  const places = Array.from({ length: summary.places }, (_, i) => i + 1);
  const numbered = places.filter((n) => n === 1 || n % 4 === 0);
  return (
    <>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone it scrolls, and a keyboard must reach it to do so */}
      <section aria-label={t("proof.canFail")} tabIndex={0} className="mt-3 overflow-x-auto">
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b-2 border-ink align-bottom">
              <th className="py-2 pr-3 text-left">{t("proof.canFail")}</th>
              <th className="relative h-8 min-w-[220px] font-normal text-ink2">
                {numbered.map((n) => (
                  <span
                    key={n}
                    className="absolute bottom-1 -translate-x-1/2 text-[15px] tabular-nums"
                    style={{ left: `${((n - 0.5) / summary.places) * 100}%` }}
                  >
                    {n}
                  </span>
                ))}
              </th>
              <th className="py-2 pl-3 text-right font-normal text-ink2">{t("proof.faults")}</th>
            </tr>
          </thead>
          <tbody>
            {summary.groups.map((row) => (
              <Row key={row.group} row={row} places={places} t={t} />
            ))}
          </tbody>
        </table>
      </section>
      <p className="mt-3 max-w-3xl text-ink2">{t("proof.note")}</p>
    </>
  );
}

function Row({ row, places, t }: { row: GroupSeen; places: readonly number[]; t: T }) {
  const whole = row.seen === row.faults;
  return (
    <tr className="border-b border-line">
      <th scope="row" className="py-2 pr-3 text-left font-semibold whitespace-nowrap">
        {t(`proof.group.${row.group}`)}
      </th>
      <td className="py-2">
        <div
          className="flex"
          role="img"
          aria-label={row.places.map((n) => t("proof.place", { number: n })).join(", ")}
        >
          {places.map((n) => (
            <span key={n} className="flex-1 px-px">
              <span
                className={`block h-4 border ${row.places.includes(n) ? "border-ink bg-ink" : "border-line"}`}
              />
            </span>
          ))}
        </div>
      </td>
      <td
        className={`py-2 pl-3 text-right whitespace-nowrap tabular-nums ${whole ? "text-ink2" : "font-bold"}`}
      >
        {t("proof.of", { seen: row.seen, all: row.faults })}
      </td>
    </tr>
  );
}

function Told({ summary, t }: { summary: ProofSummary; t: T }) {
  const { unproven, unseen, hazards } = summary;
  const byWhy = new Map<string, Fault[]>();
  for (const { why, ...fault } of unseen) byWhy.set(why, [...(byWhy.get(why) ?? []), fault]);
  return (
    <>
      <p role="status" className="text-[34px] leading-tight font-bold">
        {t("proof.seen", { seen: summary.seen, all: summary.visible })}
      </p>
      <p className="mt-1 text-[18px] text-ink2">
        {t("proof.takes", { minutes: Math.round(summary.minutes) })}
      </p>
      {unproven.length === 0 ? (
        <p className="mt-3 text-[18px]">{t("proof.nothingLeft")}</p>
      ) : (
        <>
          <p className="mt-3 text-[18px] font-semibold">{t("proof.left", { count: unproven.length })}</p>
          <FaultList faults={unproven} t={t} />
        </>
      )}
      {byWhy.size === 0 ? null : (
        <details className="mt-6">
          <summary className="min-h-[48px] cursor-pointer text-[20px] font-bold">
            {t("proof.nobody", { count: unseen.length })}
          </summary>
          {[...byWhy].map(([why, faults]) => (
            <div key={why} className="mt-2">
              <p className="text-ink2">{t(`proof.why.${why}`)}:</p>
              <FaultList faults={faults} t={t} most={faults.length} />
            </div>
          ))}
        </details>
      )}
      {summary.maybe === 0 ? null : (
        <>
          <h2 className="mt-6 text-[20px] font-bold">{t("proof.maybeTitle")}</h2>
          <p className="mt-1">{t("proof.maybe", { count: summary.maybe })}</p>
        </>
      )}
      <h2 className="mt-6 text-[20px] font-bold">{t("proof.hurtTitle")}</h2>
      {hazards.length === 0 ? (
        <p className="mt-1">{t("proof.noHazards")}</p>
      ) : (
        <>
          <p className="mt-1 font-semibold">{t("proof.hazards", { count: hazards.length })}</p>
          <ul>
            {hazards.map((hazard) => (
              <li
                key={`${hazard.step} ${hazard.component} ${hazard.mode}`}
                className="border-b border-line py-1.5"
              >
                {faultWords(t, hazard)}. {t(`proof.harm.${hazard.harm}`)}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
