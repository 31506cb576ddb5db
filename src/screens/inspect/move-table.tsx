"use client";
import { useTranslations } from "next-intl";
import type { Check } from "@/core/catalogue/catalogue";
import { expectedOf } from "@/core/machine/expect";
import { buildMachine } from "@/core/machine/machine";
import { Mark, type MarkKind, Square } from "@/kit/mark";
import type { InspectModel } from "./model";
import { checkTitle, conditionWord, markOf } from "./words";

/** Movements by function, both directions beside each other. Results go in after release, in any order. */
export function MoveTable({
  checks,
  model,
  locked,
  current,
  onFine,
  onBoth,
  onWrong,
}: {
  checks: readonly Check[];
  model: InspectModel;
  locked: boolean;
  current: string | undefined;
  onFine: (check: Check) => void;
  /** Both directions went as they must. */
  onBoth: (checks: readonly Check[]) => void;
  onWrong: (check: Check) => void;
}) {
  const t = useTranslations();
  const functions = [...new Set(checks.map((c) => c.definition.test?.function ?? ""))];
  const machine = buildMachine(model.data.sheet);
  const first = checks[0]?.definition.test;
  const compared = checks.some((check) => fromGround(model, check) !== undefined);
  return (
    <table className="w-full table-fixed border-collapse">
      <thead>
        <tr className="border-b border-line text-left text-ink2">
          <th scope="col" className="w-[27%] py-1.5 pr-2 font-medium">
            {t("inspect.enableHeld")}
          </th>
          <th scope="colgroup" colSpan={2} className="py-1.5 font-medium">
            {first === undefined ? null : t(`expected.${expectedOf(machine, first)}`)}
            {compared ? (
              <span className="float-right flex items-center gap-1.5">
                <Square kind="fine" size={14} /> {t("inspect.fromGround")}
              </span>
            ) : null}
          </th>
        </tr>
      </thead>
      <tbody>
        {functions.map((fn) => {
          const row = checks.filter((c) => c.definition.test?.function === fn);
          const here = row.some((c) => c.key === current);
          return (
            <tr
              key={fn}
              className={`border-b border-line ${here ? "outline-[3px] -outline-offset-2 outline-brass" : ""}`}
            >
              <th scope="row" className="py-1 pl-1.5 text-left text-[17px] leading-tight font-bold">
                {row.length > 1 &&
                !locked &&
                row.every((c) => isOpen(model, c) && !model.reduction.lookedInto.has(c.key)) ? (
                  <button
                    type="button"
                    onClick={() => onBoth(row)}
                    aria-label={t("inspect.bothOf", { what: t(`function.${fn}`) })}
                    className="min-h-[52px] w-full border-2 border-ink px-1.5 text-left"
                  >
                    {t(`function.${fn}`)}
                    <span className="block text-[15.5px] font-medium">{t("inspect.both")}</span>
                  </button>
                ) : (
                  <span className="flex min-h-[52px] items-center px-2">{t(`function.${fn}`)}</span>
                )}
              </th>
              {row.map((check) => (
                <MoveCell
                  key={check.key}
                  check={check}
                  model={model}
                  locked={locked}
                  onFine={onFine}
                  onWrong={onWrong}
                />
              ))}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** How the same movement went from the ground, where this is the platform: the two are held against each other. */
function fromGround({ assessment }: InspectModel, { definition: { test } }: Check): MarkKind | undefined {
  if (test?.station !== "platform") return undefined;
  const below = `move.ground.${test.function}.${test.direction}@`;
  for (const [key, assessed] of assessment.byCheck)
    if (key.startsWith(below)) return assessed.status === "open" ? undefined : markOf(assessed, false);
  return undefined;
}

/** The ground's mark beside the platform's answer. */
function FromGround({ kind }: { kind: MarkKind | undefined }) {
  const t = useTranslations();
  return kind === undefined ? null : (
    <span className={`inline-flex shrink-0 ${kind === "fine" ? "text-ink2" : "text-tag"}`}>
      <Square kind={kind} size={14} />
      <span className="sr-only">{`${t("inspect.fromGround")}: ${t(`grade.${kind}`)}`}</span>
    </span>
  );
}

function isOpen(model: InspectModel, check: Check): boolean {
  const assessed = model.assessment.byCheck.get(check.key);
  return assessed === undefined || assessed.status === "open";
}

function MoveCell({
  check,
  model,
  locked,
  onFine,
  onWrong,
}: {
  check: Check;
  model: InspectModel;
  locked: boolean;
  onFine: (check: Check) => void;
  onWrong: (check: Check) => void;
}) {
  const t = useTranslations();
  const assessed = model.assessment.byCheck.get(check.key);
  const open = isOpen(model, check);
  const kind = markOf(assessed, false);
  const finding = model.assessment.findings.findLast((f) => f.check === check.key);
  const direction = t(`direction.${check.definition.test?.direction ?? "up"}`);
  const title = `${direction.charAt(0).toUpperCase()}${direction.slice(1)}`;
  const answer =
    finding === undefined
      ? kind === "fine"
        ? t("inspect.good")
        : t(`grade.${kind}`)
      : conditionWord(t, finding.condition);
  return (
    <td className="py-1 pr-1 pl-1.5">
      <span className="flex items-center gap-1.5">
        <FromGround kind={fromGround(model, check)} />
        {open && model.reduction.lookedInto.has(check.key) ? (
          <button
            type="button"
            disabled={locked}
            onClick={() => onWrong(check)}
            aria-label={t("inspect.lookedInto", { what: checkTitle(t, check) })}
            className="min-h-[48px] flex-1 border-2 border-l-[8px] border-ink border-l-brass px-2 text-left leading-tight font-semibold"
          >
            {t("inspect.beingChecked", { direction: title })}
          </button>
        ) : open ? (
          <span className="flex flex-1 flex-col gap-1.5 md:flex-row">
            <button
              type="button"
              disabled={locked}
              onClick={() => onFine(check)}
              aria-label={`${checkTitle(t, check)}: ${t("inspect.good")}`}
              className="min-h-[48px] flex-1 border-2 border-ink px-2 font-semibold disabled:border-dashed disabled:border-ink3 disabled:text-ink3"
            >
              {`${title}: ${t("inspect.good")}`}
            </button>
            <button
              type="button"
              disabled={locked}
              onClick={() => onWrong(check)}
              aria-label={`${checkTitle(t, check)}: ${t("inspect.wrong")}`}
              className="min-h-[48px] px-2 border-2 border-dashed border-ink disabled:border-ink3 disabled:text-ink3"
            >
              {t("inspect.wrongShort")}
            </button>
          </span>
        ) : (
          <button
            type="button"
            onClick={() => onWrong(check)}
            className="flex min-h-[102px] items-center text-left md:min-h-[48px]"
            aria-label={`${checkTitle(t, check)}: ${answer}. ${t("inspect.change")}`}
          >
            <Mark kind={kind}>{`${title}: ${answer}`}</Mark>
          </button>
        )}
      </span>
    </td>
  );
}
