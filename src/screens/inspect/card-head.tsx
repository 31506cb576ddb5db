"use client";
import { useTranslations } from "next-intl";
import type { Visit } from "@/core/plan/types";
import type { Card } from "./cards";
import type { InspectModel } from "./model";

interface CardHeadProps {
  readonly model: InspectModel;
  readonly card: Card;
  readonly visit: Visit | undefined;
  /** Which visit of the plan this is, from 0. */
  readonly place: number;
  /** What the drawing may be changed for, where there are two. */
  readonly other: "pose" | "board" | undefined;
  readonly onOther: () => void;
  /** Where lamps are lit. */
  readonly onLamps: (() => void) | undefined;
  readonly onKeys: () => void;
  readonly onDecide: () => void;
}

/** Which place of the walk this is, how long it takes, and the ways to see it otherwise. */
export function CardHead(props: CardHeadProps) {
  const { model, card, visit, place, other } = props;
  const t = useTranslations();
  const here = model.cards.filter((one) => one.visit === place);
  const minutes = Math.max(1, Math.round(here.reduce((sum, one) => sum + one.minutes, 0)));
  return (
    <div>
      <p className="font-medium text-ink2">
        {t("inspect.stopOf", {
          n: model.numbers[place] ?? `${place + 1}`,
          all: model.places,
          place: t(`station.${visit?.station ?? "walk"}`),
          minutes,
        })}
        {card.parts > 1 ? ` · ${card.part}/${card.parts}` : ""}
      </p>
      <div className="flex items-center justify-between gap-3">
        <h1 className="text-[28px] leading-tight font-bold">{t(`stop.${visit?.stop ?? "close"}`)}</h1>
        <div className="-my-2 flex gap-3 whitespace-nowrap text-ink2">
          {props.onLamps === undefined ? null : (
            <button type="button" className="min-h-[48px] underline" onClick={props.onLamps}>
              {t("lampRead.ask")}
            </button>
          )}
          {other === undefined ? null : (
            <button type="button" className="hidden min-h-[48px] underline md:inline" onClick={props.onOther}>
              {t(`inspect.${other}`)}
            </button>
          )}
          <button
            type="button"
            className="hidden min-h-[48px] min-w-6 underline md:inline"
            onClick={props.onKeys}
          >
            <span className="sr-only">{t("inspect.keys")}</span> ?
          </button>
          <button type="button" className="min-h-[48px] underline" onClick={props.onDecide}>
            {t("inspect.decision")}
          </button>
        </div>
      </div>
    </div>
  );
}
