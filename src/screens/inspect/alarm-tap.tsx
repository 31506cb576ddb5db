"use client";
import { useTranslations } from "next-intl";
import { useEffect, useRef, useState } from "react";
import { soundOf } from "@/core/catalogue/alarms-heard";
import type { Check } from "@/core/catalogue/catalogue";
import { type Heard, patternOf, patternOfCount } from "@/core/measure/alarm-pattern";
import type { Sheet } from "@/core/sheet/sheet";
import { type Pattern, patterns } from "@/core/vocabulary/signs";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { NumberBox } from "./number-box";
import type { T } from "./words";

/** How long somebody listens and taps along. */
const listenS = 10;

/** What this model's sheet says an alarm sounds like, and a way to find out what it was that sounded. */
export function AlarmTap({ check, sheet }: { check: Check; sheet: Sheet }) {
  const t = useTranslations() as unknown as T;
  const [tapping, setTapping] = useState(false);
  const heard = soundOf(sheet, check.definition.id);
  if (heard === undefined) return null;
  return (
    <>
      <p className="font-semibold text-ink">
        {heard.pattern === undefined
          ? t("alarm.sheetSilent")
          : t("alarm.sheet", { pattern: t(`pattern.${heard.pattern}`).toLowerCase() })}
      </p>
      <Button look="small" className="mt-1 border-dashed" onClick={() => setTapping(true)}>
        {t("alarm.tap")}
      </Button>
      <Dialog open={tapping} onClose={() => setTapping(false)} title={t("alarm.tap")}>
        {tapping ? <Tapping sheet={sheet} meant={heard.pattern} /> : null}
      </Dialog>
    </>
  );
}

function Tapping({ sheet, meant }: { sheet: Sheet; meant: Pattern | undefined }) {
  const t = useTranslations() as unknown as T;
  const began = useRef<number>(undefined);
  const [taps, setTaps] = useState<readonly number[]>([]);
  const [heard, setHeard] = useState<readonly Heard[]>();
  const [listening, setListening] = useState(false);
  const [count, setCount] = useState("");
  const counted = /^\d{1,3}$/.test(count.trim()) ? Number(count) : undefined;
  const latest = useRef(taps);
  latest.current = taps;
  const end = (forS: number) => {
    setListening(false);
    setHeard(patternOf(latest.current, Math.max(forS, 1), patternsOf(sheet)));
  };
  const ended = useRef(end);
  ended.current = end;
  useEffect(() => {
    if (!listening) return;
    const over = setTimeout(() => ended.current(listenS), listenS * 1000);
    return () => clearTimeout(over);
  }, [listening]);
  const begin = () => {
    began.current = performance.now();
    setTaps([]);
    setHeard(undefined);
    setListening(true);
  };
  const tap = () => {
    const since = (performance.now() - (began.current ?? performance.now())) / 1000;
    setTaps((was) => [...was, since]);
  };
  return (
    <>
      <p className="mt-2">{t("alarm.how", { seconds: listenS })}</p>
      {listening ? (
        <>
          <button
            type="button"
            onPointerDown={tap}
            onKeyDown={(event) => (event.key === " " && !event.repeat ? tap() : undefined)}
            className="mt-3 flex min-h-[180px] w-full items-center justify-center border-[2.5px] border-brass bg-brass text-[32px] font-bold text-brassink select-none"
          >
            {t("alarm.here", { taps: taps.length })}
          </button>
          <Button
            look="small"
            className="mt-3"
            onClick={() => end((performance.now() - (began.current ?? 0)) / 1000)}
          >
            {t("alarm.done")}
          </Button>
        </>
      ) : (
        <Button look="go" className="mt-3 w-full" onClick={begin}>
          {t(heard === undefined ? "alarm.begin" : "alarm.again")}
        </Button>
      )}
      {listening ? null : (
        <form
          className="mt-4 flex flex-wrap items-center gap-3 border-t border-line pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (counted !== undefined) setHeard(patternOfCount(counted, listenS, patternsOf(sheet)));
          }}
        >
          <NumberBox
            label={t("alarm.count", { seconds: listenS })}
            shown="shown"
            value={count}
            unit=""
            invalid={count !== "" && counted === undefined}
            onChange={setCount}
          />
          <Button look="small" type="submit" disabled={counted === undefined}>
            {t("alarm.match")}
          </Button>
        </form>
      )}
      <div role="status" className="mt-3">
        {heard === undefined ? null : <HeardWords heard={heard} meant={meant} />}
      </div>
    </>
  );
}

function HeardWords({ heard, meant }: { heard: readonly Heard[]; meant: Pattern | undefined }) {
  const t = useTranslations() as unknown as T;
  const [first] = heard;
  if (first === undefined) return null;
  const pattern = t(`pattern.${first.pattern}`);
  const words =
    first.sure > 0.85 ? pattern : t(first.sure > 0.55 ? "alarm.likely" : "alarm.unsure", { pattern });
  return (
    <>
      <p className="text-[22px] font-bold">{words}</p>
      {meant === undefined ? null : (
        <p className="font-semibold">
          {first.pattern === meant
            ? t("alarm.same")
            : t("alarm.other", { pattern: t(`pattern.${meant}`).toLowerCase() })}
        </p>
      )}
    </>
  );
}

/** The patterns this model may sound by its sheet; all there are where the sheet says nothing. */
function patternsOf({ alarms }: Sheet): readonly Pattern[] {
  const own = [...new Set(Object.values(alarms ?? {}))];
  return own.length < 2 ? patterns : own;
}
