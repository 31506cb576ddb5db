"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { kindOfMatter, type MatterStanding } from "@/core/grade/matters";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { FindingPictures } from "../pictures";
import { day } from "../states";
import type { InspectModel } from "./model";
import { conditionWord, partWords } from "./words";

type Says = MatterStanding["said"];

/** A finding open from before, at its check: same, worse or gone, each one touch; gone asks why. */
export function MatterLine({ matter, model }: { matter: MatterStanding; model: InspectModel }) {
  const t = useTranslations();
  const [why, setWhy] = useState<string>();
  const kind = kindOfMatter(matter);
  const { zone, measures } = model.data;
  const part = partWords(t, matter, measures);
  const mayGo = model.facts.maySayGone[kind];
  const say = (says: Exclude<Says, "nothing">, reason?: string) => {
    setWhy(undefined);
    void model.dispatch({
      act: "matter",
      check: matter.check,
      finding: matter.findingId,
      says,
      ...(reason === undefined ? {} : { reason }),
    });
  };
  const event = model.reduction.matters.get(matter.findingId);
  const choice = (says: Exclude<Says, "nothing">, onClick: () => void) => (
    <Button
      look="small"
      aria-pressed={event?.says === says}
      className={event?.says === says ? "bg-ink! text-chalk!" : ""}
      disabled={says === "gone" && !mayGo}
      onClick={onClick}
    >
      {t(`matter.${says}`)}
    </Button>
  );
  return (
    <div
      data-testid="matter"
      data-said={matter.said}
      className="col-span-2 mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-2 border-l-[4px] border-ink pl-3"
    >
      <div className="min-w-[220px] flex-1 leading-snug">
        <p>
          <Mark kind={matter.place ? "place" : matter.grade}>{conditionWord(t, matter.condition)}</Mark>
        </p>
        <p className="text-ink2">
          {t("matter.title")}: {t("matter.found", { day: day(matter.foundAtMs, zone), name: matter.foundBy })}
          {matter.repairByMs === undefined
            ? ""
            : `, ${t("matter.repairBy", { day: day(matter.repairByMs, zone) })}`}
          {part === "" ? "" : `, ${part}`}
          {matter.note === undefined ? "" : `. “${matter.note}”`}
        </p>
        {matter.pictures === undefined ? null : (
          <FindingPictures
            inspectionId={matter.pictures.inspectionId}
            small="small"
            pictures={matter.pictures.hashes.map((hash) => ({ hash, is: "whole" }))}
          />
        )}
        {event?.says === "worse" && matter.said !== "worse" ? (
          <p className="font-semibold">{t("matter.saidWorse")}</p>
        ) : null}
        {mayGo ? null : (
          <p className="text-ink2">
            {t(kind === "repair_by" ? "matter.byTechnician" : "matter.bySupervisor")}
          </p>
        )}
      </div>
      <span className="flex gap-2">
        {choice("same", () => say("same"))}
        {choice("worse", () => say("worse"))}
        {choice("gone", () => setWhy(""))}
      </span>
      {why === undefined ? null : (
        <form
          className="flex basis-full gap-2"
          onSubmit={(submit) => {
            submit.preventDefault();
            if (why.trim() !== "") say("gone", why.trim());
          }}
        >
          <input
            aria-label={t("matter.why")}
            placeholder={t("matter.why")}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            maxLength={400}
            className="min-h-[48px] flex-1 border-2 border-ink bg-chalk px-3 placeholder:text-ink3"
          />
          <Button look="small" type="submit" disabled={why.trim() === ""}>
            {t("inspect.record")}
          </Button>
        </form>
      )}
    </div>
  );
}
