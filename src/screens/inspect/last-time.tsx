"use client";
import { useTranslations } from "next-intl";
import type { OpenMatter } from "@/core/grade/matters";
import { FindingPictures } from "../pictures";
import { day } from "../states";
import type { InspectData } from "./inspect-data";
import { partWords } from "./words";

/** What the same thing was when it was last found, with its pictures: to be compared with what is there now. */
export function LastTime({
  matter,
  data,
}: {
  matter: OpenMatter;
  data: Pick<InspectData, "zone" | "measures">;
}) {
  const t = useTranslations();
  const { pictures } = matter;
  const said = partWords(t, matter, data.measures);
  return (
    <div className="mt-3 border-l-[4px] border-ink pl-3">
      <p className="leading-snug">
        <b>{t("finding.last")}</b> {day(matter.foundAtMs, data.zone)}, {matter.foundBy}
        {said === "" ? "" : `: ${said}`}.{matter.note === undefined ? "" : ` “${matter.note}”`}
      </p>
      {pictures === undefined ? null : (
        <FindingPictures
          inspectionId={pictures.inspectionId}
          pictures={pictures.hashes.map((hash) => ({ hash, is: "whole" }))}
        />
      )}
    </div>
  );
}
