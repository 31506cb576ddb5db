"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { gradeFinding } from "@/core/grade/grade";
import { grownFrom } from "@/core/grade/grown";
import type { OpenMatter } from "@/core/grade/matters";
import { unnamed } from "@/core/vocabulary/condition-rule";
import { type Side, sides, sizeRange } from "@/core/vocabulary/sides";
import type { Upkeep } from "@/core/vocabulary/upkeep";
import { Button } from "@/kit/button";
import { Mark, type MarkKind } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import type { InspectData } from "./inspect-data";
import { LastTime } from "./last-time";
import { NumberBox } from "./number-box";
import { Pictures } from "./pictures";
import { conditionWord, numberIn, stored, typedUnit } from "./words";

/** What is wrong with a check, as it is recorded. */
export interface WrongAnswer {
  readonly condition: string;
  readonly note?: string;
  readonly putRight?: Upkeep;
  readonly where?: readonly Side[];
  readonly sizeMm?: number;
  readonly ruledOut?: readonly string[];
  /** SHA-256 of each picture. */
  readonly pictures?: readonly string[];
}

/** What was found, once it has a name: what was done about it, where on the part, how big, a note, pictures; and its grade. */
export function FindingForm({
  check,
  condition,
  data,
  matters,
  ruledOut,
  onBack,
  onRecord,
}: {
  check: Check;
  condition: string;
  data: InspectData;
  /** What is open on the unit. */
  matters: readonly OpenMatter[];
  ruledOut: readonly string[];
  onBack: () => void;
  onRecord: (answer: WrongAnswer) => void;
}) {
  const t = useTranslations();
  const [note, setNote] = useState("");
  const [putRight, setPutRight] = useState<Upkeep>();
  const [pictures, setPictures] = useState<readonly string[]>([]);
  const [where, setWhere] = useState<readonly Side[]>([]);
  const [size, setSize] = useState("");
  const rule = check.conditions[condition];
  if (rule === undefined) return null;
  const { measures, policy } = data;
  const typed = size.trim() === "" ? undefined : numberIn(size);
  const sizeMm = typed === undefined ? undefined : stored(typed, "mm", measures);
  const sizeFits =
    size.trim() === "" || (sizeMm !== undefined && sizeMm >= sizeRange.least && sizeMm <= sizeRange.most);
  const graded = gradeFinding({ check: check.definition.id, condition, rule, putRight }, policy, {
    earlierTopUps: data.topUps[check.key] ?? 0,
    grown: grownFrom(matters)(check.key, condition, sizeMm),
  });
  const kind: MarkKind = rule.conditions ? "place" : graded.grade;
  const upkeep = rule.upkeep !== undefined && policy.upkeep.includes(rule.upkeep) ? rule.upkeep : undefined;
  const before = matters.filter((matter) => matter.check === check.key && matter.condition === condition);
  // Growth is what turns a watched thing into a repair: its size is asked, of anything else its place is enough.
  const asksSize = graded.grade === "watch" || graded.rule === "grown.since_last";
  const named = note.trim();
  const ready = sizeFits && (condition !== unnamed || named !== "");
  const record = () =>
    onRecord({
      condition,
      note: named === "" ? undefined : named,
      putRight,
      where: where.length > 0 ? where : undefined,
      sizeMm: asksSize ? sizeMm : undefined,
      ruledOut: ruledOut.length > 0 ? ruledOut : undefined,
      pictures: pictures.length > 0 ? pictures : undefined,
    });
  return (
    <>
      <p className="mt-1 text-[20px] font-semibold">{conditionWord(t, condition)}</p>
      {upkeep === undefined ? null : (
        <div className="mt-3 flex flex-wrap gap-2.5">
          {[upkeep, undefined].map((done) => (
            <Button
              key={done ?? "not"}
              look="small"
              aria-pressed={putRight === done}
              className={putRight === done ? "bg-ink! text-chalk!" : ""}
              onClick={() => setPutRight(done)}
            >
              {done === undefined ? t("inspect.notPutRight") : t(`upkeep.${done}`)}
            </Button>
          ))}
        </div>
      )}
      {rule.conditions ? null : (
        <fieldset className="mt-3">
          <legend className="font-semibold">{t("finding.where")}</legend>
          <div className="mt-1 flex flex-wrap gap-2">
            {sides.map((side) => (
              <label
                key={side}
                className="inline-flex min-h-[48px] cursor-pointer items-center border-2 border-ink3 px-3 has-checked:border-ink has-checked:bg-ink has-checked:font-semibold has-checked:text-chalk has-focus-visible:outline-[3px] has-focus-visible:outline-offset-3 has-focus-visible:outline-ink"
              >
                <input
                  type="checkbox"
                  className="sr-only"
                  checked={where.includes(side)}
                  onChange={({ target }) =>
                    setWhere(sides.filter((one) => (one === side ? target.checked : where.includes(one))))
                  }
                />
                {t(`side.${side}`)}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      {asksSize ? (
        <div className="mt-3">
          <NumberBox
            label={t("finding.size")}
            shown="shown"
            value={size}
            unit={typedUnit("mm", measures)}
            invalid={!sizeFits}
            onChange={setSize}
          />
          <p className="mt-1 leading-snug text-ink2">{t("finding.sizeHelp")}</p>
        </div>
      ) : null}
      {before.map((matter) => (
        <LastTime key={matter.findingId} matter={matter} data={data} />
      ))}
      <label className="mt-3 block">
        <span className="font-semibold">
          {condition === unnamed ? t("inspect.noteUnnamed") : t("inspect.note")}
        </span>
        <textarea
          value={note}
          onChange={(e) => setNote(e.target.value)}
          maxLength={1000}
          rows={2}
          className="mt-1 w-full border-2 border-ink bg-chalk p-2.5"
        />
      </label>
      <Pictures inspectionId={data.id} hashes={pictures} onChange={setPictures} />
      <div
        aria-live="polite"
        className={`mt-3 flex flex-wrap items-center gap-x-5 gap-y-1 border-[2.5px] p-3 ${graded.grade === "tag_out" ? "border-tag" : "border-ink"}`}
      >
        <span className="text-ink2">{t("inspect.will")}</span>
        <Mark kind={kind}>{t(`grade.${kind}`)}</Mark>
        <span>{t(`rule.${graded.rule}`)}</span>
      </div>
      {graded.grade === "tag_out" ? (
        <p className="mt-3 font-medium">
          <Plate>{data.plate}</Plate> <span className="ml-1">{t("tagging.order")}</span>
        </p>
      ) : null}
      <div className="mt-4 flex flex-wrap justify-between gap-3">
        <Button look="small" onClick={onBack}>
          {t("inspect.cancel")}
        </Button>
        <Button onClick={record} disabled={!ready}>
          {t("inspect.record")}
        </Button>
      </div>
    </>
  );
}
