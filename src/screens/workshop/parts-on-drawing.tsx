"use client";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import { partsAt } from "@/core/catalogue/parts-at";
import type { Sheet } from "@/core/sheet/sheet";
import type { PartId } from "@/core/vocabulary/parts";
import { Board, type BoardStop, Strip } from "@/kit/board/board";
import { Button } from "@/kit/button";

export interface PartsTouched {
  readonly repaired: readonly PartId[];
  readonly disturbed: readonly PartId[];
}

/** Parts repaired and disturbed, by touching the place on the drawing of this very machine and then the part. */
export function PartsOnDrawing({
  sheet,
  touched,
  onTouch,
}: {
  sheet: Sheet;
  touched: PartsTouched;
  onTouch: (touched: PartsTouched) => void;
}) {
  const t = useTranslations();
  const places = useMemo(() => partsAt(sheet), [sheet]);
  const [open, setOpen] = useState<number>();
  const isTouched = (part: PartId) => touched.repaired.includes(part) || touched.disturbed.includes(part);
  const place = open === undefined ? undefined : places[open];
  /** Not touched, repaired, disturbed, and round again. */
  const touch = (part: PartId) => {
    const without = (list: readonly PartId[]) => list.filter((id) => id !== part);
    if (touched.repaired.includes(part))
      onTouch({ repaired: without(touched.repaired), disturbed: [...touched.disturbed, part] });
    else if (touched.disturbed.includes(part)) onTouch({ ...touched, disturbed: without(touched.disturbed) });
    else onTouch({ ...touched, repaired: [...touched.repaired, part] });
  };
  const stateOf = (part: PartId) =>
    touched.repaired.includes(part)
      ? "repaired"
      : touched.disturbed.includes(part)
        ? "disturbed"
        : "untouched";
  const stops = places.map(
    ({ stop, parts }, i): BoardStop => ({
      stop,
      state: i === open ? "now" : parts.some(isTouched) ? "done" : "open",
    }),
  );
  const go = (index: number) => setOpen(index === open ? undefined : index);
  // Where squares would overlap, the board folds into a strip of them.
  return (
    <div className="@container mt-3">
      <p className="text-ink2">{t("workshop.drawing.help")}</p>
      <div className="hidden @xl:block">
        <Board sheet={sheet} stops={stops} now={open ?? -1} route="none" onGo={go} />
      </div>
      <div className="@xl:hidden">
        <Strip stops={stops} onGo={go} />
      </div>
      {place === undefined ? null : (
        <fieldset className="mt-2 border-2 border-ink p-3">
          <legend className="px-1 font-bold">
            {t("workshop.drawing.at", { place: t(`stop.${place.stop}`) })}
          </legend>
          <div className="grid gap-2 sm:grid-cols-2">
            {place.parts.map((part) => (
              <Button
                key={part}
                look="small"
                aria-pressed={isTouched(part)}
                className={`justify-start text-left ${stateOf(part) === "repaired" ? "bg-ink! text-chalk!" : stateOf(part) === "disturbed" ? "border-dashed! bg-chalk2!" : ""}`}
                onClick={() => touch(part)}
              >
                {`${t(`part.${part}`)}: ${t(`workshop.drawing.${stateOf(part)}`)}`}
              </Button>
            ))}
          </div>
          <Button look="small" className="mt-3" onClick={() => setOpen(undefined)}>
            {t("workshop.drawing.close")}
          </Button>
        </fieldset>
      )}
    </div>
  );
}
