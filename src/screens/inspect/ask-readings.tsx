"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type How, type Input, stored as rounded } from "@/core/measure/methods";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import type { InspectData } from "./inspect-data";
import { TypedInputs } from "./typed-inputs";
import { Ways } from "./ways";
import type { T } from "./words";

/** One way to measure something: its name, what is read for it, and the formula in words. */
export interface AskedWay {
  readonly id: string;
  readonly words: string;
  readonly inputs: readonly Input[];
  readonly formula: string;
}

/** Takes what was really read, says at once what follows from it, and records what was read. */
export function AskReadings({
  title,
  ways,
  measures,
  follows,
  onTell,
  onClose,
  children,
}: {
  title: string;
  ways: readonly AskedWay[];
  measures: InspectData["measures"];
  /** What follows from what was read; undefined where it cannot be right. */
  follows: (how: How) => React.ReactNode | undefined;
  onTell: (how: How) => void;
  onClose: () => void;
  children?: React.ReactNode;
}) {
  const t = useTranslations() as unknown as T;
  const [picked, setPicked] = useState(ways[0]?.id);
  const [how, setHow] = useState<How>();
  const way = ways.find(({ id }) => id === picked);
  if (way === undefined) return null;
  const words = how === undefined ? undefined : follows(how);
  return (
    <Dialog open onClose={onClose} title={title}>
      {children}
      {ways.length < 2 ? null : (
        <div className="mt-2">
          <Ways
            name={t("measure.by")}
            ways={ways}
            way={way.id}
            onWay={(next) => {
              setPicked(next);
              setHow(undefined);
            }}
          />
        </div>
      )}
      <p className="mt-2 text-ink2">{way.formula}</p>
      <div className="mt-3">
        <TypedInputs
          key={way.id}
          inputs={way.inputs}
          measures={measures}
          onRead={(read) =>
            setHow(
              read && {
                method: way.id,
                inputs: Object.fromEntries(Object.entries(read).map(([id, value]) => [id, rounded(value)])),
              },
            )
          }
        />
      </div>
      <div aria-live="polite" className="mt-3 min-h-[54px] text-[19px]">
        {how === undefined ? null : (words ?? <p className="font-semibold text-tag">{t("measure.wrong")}</p>)}
      </div>
      <div className="mt-3 flex justify-between">
        <Button look="small" onClick={onClose}>
          {t("inspect.cancel")}
        </Button>
        <Button disabled={words === undefined} onClick={() => (how === undefined ? undefined : onTell(how))}>
          {t("inspect.record")}
        </Button>
      </div>
    </Dialog>
  );
}
