"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type LampReading, type LampSays, lampReadings } from "@/core/catalogue/lamp-reading";
import type { Sheet } from "@/core/sheet/sheet";
import { stopsMachine } from "@/core/vocabulary/signs";
import { Dialog } from "@/kit/dialog";
import type { T } from "./words";

/** Pick a lamp as it looks; what it means on this model and what to do stands beside it. */
export function LampReader({ sheet, onClose }: { sheet: Sheet; onClose: () => void }) {
  const t = useTranslations() as unknown as T;
  const readings = lampReadings(sheet);
  const [picked, setPicked] = useState<LampReading>();
  const shown = readings.filter(({ looks }) => looks !== undefined);
  const unseen = readings.filter(({ looks }) => looks === undefined);
  return (
    <Dialog open onClose={onClose} title={t("lampRead.title")} wide="wide">
      <p className="mt-2 text-ink2">{t("lampRead.how")}</p>
      <div className="mt-3 grid gap-5 md:grid-cols-2">
        <div className="grid content-start gap-2">
          {shown.map((reading) => (
            <LampButton key={reading.lamp} reading={reading} picked={picked} onPick={setPicked}>
              {lookWords(t, reading)}
            </LampButton>
          ))}
          {unseen.length === 0 ? null : (
            <h3 className="mt-2 font-semibold">
              {t(shown.length === 0 ? "lampRead.noneOnSheet" : "lampRead.notOnSheet")}
            </h3>
          )}
          {unseen.map((reading) => (
            <LampButton key={reading.lamp} reading={reading} picked={picked} onPick={setPicked}>
              {t(`lamp.${reading.lamp}`)}
            </LampButton>
          ))}
        </div>
        <div aria-live="polite" className="max-md:hidden md:border-l md:border-line md:pl-5">
          {picked === undefined ? null : <Meaning reading={picked} />}
        </div>
      </div>
    </Dialog>
  );
}

function LampButton({
  reading,
  picked,
  onPick,
  children,
}: {
  reading: LampReading;
  picked: LampReading | undefined;
  onPick: (reading: LampReading) => void;
  children: React.ReactNode;
}) {
  const on = picked?.lamp === reading.lamp;
  return (
    <>
      <button
        type="button"
        aria-pressed={on}
        onClick={() => onPick(reading)}
        className={`flex min-h-[52px] items-center gap-3 border-2 px-3 py-1.5 text-left leading-tight ${on ? "border-ink bg-chalk2 font-bold" : "border-ink3"}`}
      >
        {children}
      </button>
      {on ? (
        <div aria-live="polite" className="mb-3 pl-3 md:hidden">
          <Meaning reading={reading} />
        </div>
      ) : null}
    </>
  );
}

function Meaning({ reading }: { reading: LampReading }) {
  const t = useTranslations() as unknown as T;
  return (
    <>
      <h3 className="text-[22px] font-bold">{t(`lamp.${reading.lamp}`)}</h3>
      {reading.says.map((says) => (
        <Says key={says.look} reading={reading} says={says} />
      ))}
      <p className="mt-4 text-ink2">{t("lampRead.manual")}</p>
    </>
  );
}

/** Colour first: it is what is seen from a distance; then the maker's shape in words, then where. */
const lookWords = (t: T, { looks }: LampReading): string =>
  looks === undefined
    ? ""
    : t("lampRead.look", {
        colour: t(`lampRead.colour.${looks.colour}`),
        shape: looks.shape,
        at: t(`lampRead.at.${looks.at}`),
      });

function Says({ reading, says }: { reading: LampReading; says: LampSays }) {
  const t = useTranslations() as unknown as T;
  return (
    <section className="mt-3">
      <h4 className="font-semibold text-ink2">{t(`lampRead.${says.look}`)}</h4>
      <p>
        {says.sheet === undefined
          ? t(`lampMeans.${reading.lamp}.${says.look}`)
          : t("lampRead.own", { means: says.sheet.means, page: says.sheet.page })}
      </p>
      <p className={`text-[19px] font-bold ${stopsMachine(says.act) ? "text-tag" : ""}`}>
        {t(`lampAct.${says.act}`)}
      </p>
    </section>
  );
}
