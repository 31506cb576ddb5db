"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { Plate } from "@/kit/plate";
import { useDisplay } from "../chrome/display";
import { DisplayMenu } from "../chrome/display-menu";
import { HomeLink } from "../chrome/home-link";
import { TagOut } from "../tagging/tag-out";
import type { InspectModel } from "./model";

/** The line above the walk: the unit, tag out, the time to the shift's start, and whether all is sent. */
export function InspectHeader({
  model,
  onTagged,
}: {
  model: InspectModel;
  onTagged: (number: string) => void;
}) {
  const t = useTranslations();
  const { data, state } = model;
  const display = useDisplay();
  const minutes = useMinutesTo(data.shift.startMs, data.nowMs);
  const shift = t(`shift.${data.shift.id}`);
  const link =
    state.link === "no_signal"
      ? t("inspect.offline", { count: state.toSend })
      : state.link === "signed_out" || state.link === "refused" || state.link === "server_trouble"
        ? `${t(`link.${state.link}`)}${state.link === "refused" && state.detail !== undefined ? `: ${state.detail}` : ""} (${state.toSend})`
        : state.toSend > 0
          ? t("inspect.waiting", { count: state.toSend })
          : t("inspect.allSent");
  return (
    <header className="flex min-h-[56px] flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink px-3 py-1 md:px-5">
      <HomeLink />
      <Plate>{data.plate}</Plate>
      <span className="hidden text-ink2 lg:inline">{t(`family.${data.sheet.family}`)}</span>
      <TagOut plate={data.plate} onTagged={onTagged} />
      <div className="ml-auto flex items-center gap-5 text-ink2">
        {minutes > 0 && minutes < 120 ? (
          <span className="hidden md:inline">
            {t("shift.in", { shift })} <b className="text-ink">{minutes} min</b>
          </span>
        ) : null}
        <span
          role="status"
          // On a phone only what still has to go takes the room.
          className={
            state.link === "sent" && state.toSend === 0
              ? "max-md:sr-only"
              : state.link === "sent" || state.link === "sending"
                ? ""
                : "font-semibold text-ink"
          }
        >
          {link}
        </span>
        <DisplayMenu person={data.person.name} display={display} inWalk />
      </div>
    </header>
  );
}

/** Whole minutes to a time, by the server's clock as it was when the page came. */
export function useMinutesTo(atMs: number, serverNowMs: number): number {
  const [left, setLeft] = useState(Math.ceil((atMs - serverNowMs) / 60_000));
  useEffect(() => {
    const offset = serverNowMs - Date.now();
    const tick = () => setLeft(Math.ceil((atMs - Date.now() - offset) / 60_000));
    const timer = setInterval(tick, 5000);
    return () => clearInterval(timer);
  }, [atMs, serverNowMs]);
  return left;
}
