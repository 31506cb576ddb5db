import { useTranslations } from "next-intl";
import type { SurveyShown } from "@/contract/survey";
import type { StandingState } from "@/core/decision/standing";
import type { EntryKind } from "@/core/evidence/touches";
import { foundStowed } from "@/core/plan/found";
import type { UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import type { Family } from "@/core/vocabulary/families";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Scope } from "@/core/vocabulary/scope";
import type { Side } from "@/core/vocabulary/sides";
import type { StopReason } from "@/core/vocabulary/stops";
import { buttonLook } from "@/kit/button";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Mark, type MarkKind, Square } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { Pose } from "@/kit/pose/pose";
import { conditionWord, partWords, titleOfKey } from "../inspect/words";
import { StartWalk } from "../shift/start-walk";
import { clock, day, dayAndClock, isBarred, outcomeMark, stateMark, tagReason } from "../states";
import { StopForConditions } from "../stops/stop-for-conditions";
import { type FigureClaim, OwnFigures } from "./own-figures";
import { type Parked, ParkedAt } from "./parked-at";
import { RepairDone } from "./repair-done";
import { UnitEvents } from "./unit-events";
import { UnitSurveys } from "./unit-surveys";

export interface UnitData {
  readonly id: string;
  readonly plate: string;
  readonly siteId: string;
  /** Faults the owner has still to sign for, in a yard that goes by its log-book. */
  readonly unsigned: number;
  readonly family: Family;
  readonly serial: string;
  readonly dueMs: number;
  readonly retired: boolean;
  /** Whether a legal hold keeps all that is recorded of it. */
  readonly onHold: boolean;
  readonly sheet: Sheet | null;
  readonly sheetName: string | null;
  readonly sheetId: string | null;
  readonly ownFigures: UnitFigures;
  readonly figureClaims: readonly FigureClaim[];
  readonly version: number | null;
  readonly standing: {
    readonly state: StandingState;
    readonly usable: boolean;
    readonly untilMs?: number;
    readonly endedBy?: EntryKind;
    readonly stop?: { readonly reason: StopReason; readonly untilMs?: number };
    readonly surveyed?: { readonly place: string; readonly job: string };
    readonly signedBy?: string;
    readonly signedAtMs?: number;
  };
  readonly surveys: readonly SurveyShown[];
  readonly parked: Parked;
  /** Whether the history is that before some day, not the latest. */
  readonly earlier?: boolean;
  /** Whether there are inspections before those of the history. */
  readonly more?: boolean;
  readonly history: readonly {
    readonly inspectionId: string;
    readonly outcome: Outcome;
    readonly scope: Scope["kind"];
    readonly signedAtMs: number;
    readonly startedAtMs: number;
    readonly by: string;
  }[];
  readonly findings: readonly {
    readonly id: string;
    readonly checkKey: string;
    readonly condition: string;
    readonly grade: string;
    readonly place: boolean;
    readonly rule: string;
    readonly note: string | null;
    readonly whereOnIt?: readonly Side[];
    readonly sizeMm?: number | null;
    readonly foundAtMs: number;
    readonly repairByMs?: number;
    readonly by: string;
  }[];
  readonly tags: readonly {
    readonly id: string;
    readonly number: string;
    readonly reason: string;
    readonly raisedAtMs: number;
  }[];
  readonly topUps: readonly {
    readonly checkKey: string;
    readonly putRight: string | null;
    readonly foundAtMs: number;
  }[];
}

/** Inspections listed at first; of the others only how they ended. */
const latest = 9;

/** One unit: where it stands, what is open on it, and its record. */
export function UnitView({
  unit,
  unfamiliar,
  mayInspect,
  mayRoad,
  mayRepair,
  mayEdit,
  mayConfirm,
  zone,
  measures,
  nowMs,
}: {
  unit: UnitData;
  nowMs: number;
  /** Whether whoever looks was never made familiar with its model, and the policy asks for it. */
  unfamiliar: boolean;
  mayInspect: boolean;
  mayRoad: boolean;
  mayRepair: boolean;
  mayEdit: boolean;
  mayConfirm: boolean;
  zone: string;
  measures: "metric" | "imperial";
}) {
  const listed = unit.earlier ? unit.history : unit.history.slice(0, latest);
  const last = listed.at(-1);
  const t = useTranslations();
  const { standing } = unit;
  const part = ({ whereOnIt, sizeMm }: UnitData["findings"][number]) => {
    const words = partWords(t, { where: whereOnIt, sizeMm: sizeMm ?? undefined }, measures);
    return words === "" ? "" : `, ${words}`;
  };
  return (
    <div>
      {isBarred(standing.state) ? <div className="hatched h-5" aria-hidden="true" /> : null}
      <div className="grid gap-x-8 gap-y-6 p-4 md:grid-cols-2 md:p-6">
        <section>
          <div className="flex flex-wrap items-center gap-4">
            <Plate size="large">{unit.plate}</Plate>
            <h1 className="text-[28px] leading-none font-bold">{t(`family.${unit.family}`)}</h1>
          </div>
          <p className="mt-2 text-ink2">
            {t("units.serial")} {unit.serial}.{" "}
            {unit.sheetName === null
              ? ""
              : t("units.sheet", { name: unit.sheetName, version: unit.version ?? 1 })}
            . {t("units.due")} <span className="whitespace-nowrap">{day(unit.dueMs, "UTC")}</span>.
          </p>
          {unit.onHold ? (
            <Link
              className="inline-grid min-h-[48px] content-center font-semibold underline"
              href="/settings/retention"
            >
              {t("units.onHold")}
            </Link>
          ) : null}
          {unit.retired ? (
            <p className="mt-4 border-[2.5px] border-ink p-3 font-semibold">{t("pool.isRetired")}</p>
          ) : null}
          {unit.sheet === null ? (
            <p className="mt-4 border-[2.5px] border-dashed border-ink3 p-3">{t("units.noSheet")}</p>
          ) : (
            <>
              <p className="mt-4 text-[22px]">
                <Mark kind={stateMark[standing.state]}>{t(`state.${standing.state}`)}</Mark>
              </p>
              {standing.usable ? (
                <p className="text-ink2">
                  {t("shift.by", {
                    name: standing.signedBy ?? "",
                    time: dayAndClock(standing.signedAtMs ?? 0, zone),
                  })}
                  , {t("shift.until", { time: clock(standing.untilMs ?? 0, zone) })}
                </p>
              ) : null}
              {standing.stop === undefined ? null : (
                <p className="font-semibold">
                  {t(`stops.reasons.${standing.stop.reason}`)},{" "}
                  {standing.stop.untilMs === undefined
                    ? t("stops.untilLooked")
                    : t("stops.untilTime", { time: dayAndClock(standing.stop.untilMs, zone) })}
                </p>
              )}
              {standing.surveyed === undefined ? null : (
                <p className="text-ink2">
                  {t("units.surveyed", { place: standing.surveyed.place, job: standing.surveyed.job })}
                </p>
              )}
              {standing.endedBy === undefined ? null : (
                <p className="font-semibold">
                  {t("units.endedBy", { what: t(`entry.${standing.endedBy}`) })}
                </p>
              )}
              {standing.state === "held" ? (
                <Link
                  className="inline-grid min-h-[48px] content-center font-semibold text-tag underline"
                  href="/tagged"
                >
                  {t("reports.title")}
                </Link>
              ) : null}
              <ul>
                {unit.tags.map((tag) => (
                  <li key={tag.id} className="mt-2">
                    <Link className="font-semibold text-tag underline" href={`/tags/${tag.id}`}>
                      {tag.number}: {tagReason(t, tag.reason)}
                    </Link>
                  </li>
                ))}
              </ul>
              {unit.unsigned === 0 ? null : (
                <p className="mt-2 font-semibold">{t("book.unsigned", { count: unit.unsigned })}</p>
              )}
              {mayInspect && unfamiliar ? (
                <p className="mt-3 border-[2.5px] border-ink px-3.5 py-2">
                  {t("here.unfamiliar")}{" "}
                  <Link
                    className="font-semibold underline"
                    href={`/units/${encodeURIComponent(unit.plate)}/familiar`}
                  >
                    {t("inspect.getFamiliar")}
                  </Link>
                </p>
              ) : null}
              <div className="mt-4 flex flex-wrap gap-3">
                {mayInspect && !unit.retired ? (
                  <>
                    <StartWalk
                      unitId={unit.id}
                      plate={unit.plate}
                      words={t("units.inspect")}
                      look={standing.usable || isBarred(standing.state) ? "plain" : "go"}
                    />
                    <StartWalk
                      unitId={unit.id}
                      plate={unit.plate}
                      words={t("units.checkIn")}
                      look="plain"
                      scope="check_in"
                    />
                  </>
                ) : null}
                {mayRoad
                  ? (["transport", "after_transport"] as const).map((scope) => (
                      <StartWalk
                        key={scope}
                        unitId={unit.id}
                        plate={unit.plate}
                        words={t(scope === "transport" ? "units.road" : "units.afterRoad")}
                        look="plain"
                        scope={scope}
                      />
                    ))
                  : null}
                {mayInspect && !unit.retired ? (
                  <Link
                    href={`/units/${encodeURIComponent(unit.plate)}/survey`}
                    className={buttonLook(standing.state === "survey_due" ? "go" : "small")}
                  >
                    {t("units.survey")}
                  </Link>
                ) : null}
                {unit.sheetId === null ? null : (
                  <Link
                    href={`/units/${encodeURIComponent(unit.plate)}/rescue`}
                    className={buttonLook("small")}
                  >
                    {t("survey.rescue")}
                  </Link>
                )}
                <StopForConditions siteId={unit.siteId} plate={unit.plate} nowMs={nowMs} />
                <a href={`/units/${unit.plate}/paper`} className={buttonLook("small")}>
                  {t("plan.paper.link")}
                </a>
                {mayInspect ? (
                  <Link
                    href={`/units/${encodeURIComponent(unit.plate)}/paper-walk`}
                    className={buttonLook("small")}
                  >
                    {t("past.paper")}
                  </Link>
                ) : null}
                {unit.sheetId === null ? null : (
                  <Link href={`/units/${unit.plate}/proof`} className={buttonLook("small")}>
                    {t("proof.link")}
                  </Link>
                )}
                <Link
                  href={`/units/${encodeURIComponent(unit.plate)}/clocks`}
                  className={buttonLook("small")}
                >
                  {t("clocks.link")}
                </Link>
                <Link
                  href={`/units/${encodeURIComponent(unit.plate)}/trends`}
                  className={buttonLook("small")}
                >
                  {t("nav.trends")}
                </Link>
                <Link
                  href={`/units/${encodeURIComponent(unit.plate)}/damage`}
                  className={buttonLook("small")}
                >
                  {t("damage.title")}
                </Link>
                <Link href={`/units/${encodeURIComponent(unit.plate)}/book`} className={buttonLook("small")}>
                  {t("book.title")}
                </Link>
                {mayEdit ? (
                  <Link
                    href={`/units/${encodeURIComponent(unit.plate)}/pool`}
                    className={buttonLook("small")}
                  >
                    {t("pool.link")}
                  </Link>
                ) : null}
              </div>
              {mayRoad ? <ParkedAt plate={unit.plate} parked={unit.parked} zone={zone} /> : null}
              <div className="mt-4 border border-line">
                <Pose
                  sheet={unit.sheet}
                  state={foundStowed(unit.sheet)}
                  words={unit.sheetName ?? ""}
                  you={t("inspect.youAre")}
                />
              </div>
              {unit.sheetId === null ? null : (
                <Link
                  href={`/sheets/${unit.sheetId}`}
                  className="inline-grid min-h-[48px] place-items-center underline"
                >
                  {t("units.ownSheet")}
                </Link>
              )}
              <UnitEvents plate={unit.plate} />
              <OwnFigures
                plate={unit.plate}
                family={unit.family}
                own={unit.ownFigures}
                waiting={unit.figureClaims}
                mayEdit={mayEdit}
                mayConfirm={mayConfirm}
              />
            </>
          )}
        </section>
        <section>
          {unit.surveys.length === 0 ? null : (
            <UnitSurveys surveys={unit.surveys} zone={zone} measures={measures} />
          )}
          <h2 className="text-[20px] font-bold">{t("units.open")}</h2>
          {unit.findings.length === 0 ? <p className="text-ink2">{t("units.none")}</p> : null}
          <ul>
            {unit.findings.map((f) => (
              <li key={f.id} className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-2">
                <span className="leading-snug">
                  <b>{titleOfKey(t, f.checkKey)}</b>: {conditionWord(t, f.condition).toLowerCase()}
                  {part(f)}
                  {f.note === null ? "" : `, “${f.note}”`}
                  <br />
                  <span className="text-ink2">
                    {day(f.foundAtMs, zone)}, {f.by}. {t(`rule.${f.rule}`)}
                  </span>
                  {mayRepair && !f.place ? <RepairDone findingId={f.id} /> : null}
                </span>
                <span className="text-right">
                  <Mark kind={f.place ? "place" : (f.grade as MarkKind)}>
                    {t(`grade.${f.place ? "place" : f.grade}`)}
                  </Mark>
                  {f.repairByMs === undefined ? null : <p className="text-ink2">{day(f.repairByMs, zone)}</p>}
                </span>
              </li>
            ))}
          </ul>
          {unit.topUps.length === 0 ? null : (
            <>
              <h2 className="mt-5 text-[20px] font-bold">{t("units.topUps")}</h2>
              <ul>
                {unit.topUps.map((u) => (
                  <li key={`${u.checkKey}${u.foundAtMs}`} className="border-b border-line py-1.5">
                    {day(u.foundAtMs, zone)}: {titleOfKey(t, u.checkKey)},{" "}
                    {u.putRight === null ? "" : t(`upkeep.${u.putRight}`).toLowerCase()}
                  </li>
                ))}
              </ul>
            </>
          )}
          <h2 id="history" className="mt-5 text-[20px] font-bold">
            {t("units.history")}
          </h2>
          {unit.earlier ? (
            <Link
              href={`/units/${unit.plate}#history`}
              className="inline-grid min-h-[48px] content-center underline"
            >
              {t("units.latest")}
            </Link>
          ) : null}
          {unit.history.length === 0 ? <p className="text-ink2">{t("units.none")}</p> : null}
          <p className="mt-1 flex flex-wrap gap-1.5" role="img" aria-label={t("units.recent")}>
            {[...unit.history].reverse().map((h) => (
              <Square key={h.inspectionId} kind={outcomeMark[h.outcome]} size={18} />
            ))}
          </p>
          <ul className="mt-1">
            {listed.map((h) => (
              <li
                key={h.inspectionId}
                className="grid min-h-[48px] grid-cols-[1fr_auto] items-center gap-x-4 border-b border-line py-1"
              >
                <Link
                  href={`/records/${h.inspectionId}`}
                  className="grid min-h-[48px] content-center underline decoration-1"
                >
                  {dayAndClock(h.signedAtMs, zone)}, {h.by},{" "}
                  {Math.round((h.signedAtMs - h.startedAtMs) / 60_000)} min
                  {h.scope === "full" ? "" : `, ${t(`record.scope.${h.scope}`)}`}
                </Link>
                <Mark kind={outcomeMark[h.outcome]}>{t(`outcome.${h.outcome}`)}</Mark>
              </li>
            ))}
          </ul>
          <Further
            next={
              last !== undefined && (unit.more || listed.length < unit.history.length)
                ? `/units/${unit.plate}?before=${last.signedAtMs}#history`
                : undefined
            }
          >
            {t("units.earlier")}
          </Further>
        </section>
      </div>
    </div>
  );
}
