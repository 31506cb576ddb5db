"use client";
import { useTranslations } from "next-intl";
import type { StopId } from "@/core/catalogue/types";
import { Button, Key } from "@/kit/button";
import type { Listed } from "./progress";
import { checkTitle } from "./words";

interface CardFootProps {
  /** What has to be said before anything of the walk is gone on from. */
  readonly first: string | undefined;
  /** What may be answered in one act, where there is any such. */
  readonly listed: Listed | undefined;
  /** Each line of the card has been in view. */
  readonly allSeen: boolean;
  /** What is still open on the card. */
  readonly open: number;
  /** The stop of the next card; none after the last. */
  readonly next: StopId | undefined;
  readonly stop: StopId;
  /** Going on, or answering in one act, says that the machine was set as the card asks. */
  readonly sets: boolean;
  readonly onListed: () => void;
  readonly onForward: () => void;
  /** None on the first card. */
  readonly onBack: (() => void) | undefined;
}

/** At the foot of a card: back, and the one button that goes on, or says what keeps it. */
export function CardFoot(props: CardFootProps) {
  const t = useTranslations();
  const { listed, allSeen, open, next, stop, sets } = props;
  const count = listed?.checks.length ?? 0;
  const asleep =
    props.first ??
    (listed?.before !== undefined
      ? t("inspect.asListedAfter", { count, what: checkTitle(t, listed.before) })
      : listed !== undefined && !allSeen
        ? t("inspect.asListedUnseen", { count })
        : listed === undefined && open > 0
          ? t("inspect.open", { count: open })
          : undefined);
  return (
    <div className="sticky bottom-0 short:static grid grid-cols-[auto_1fr] gap-3 border-t border-line bg-chalk px-4 py-3 md:px-6">
      <Button
        aria-label={t("inspect.back")}
        className="min-w-[60px]"
        disabled={props.onBack === undefined}
        onClick={props.onBack}
      >
        ‹
      </Button>
      {asleep !== undefined ? (
        <Button look="asleep" aria-disabled="true">
          {asleep}
        </Button>
      ) : listed !== undefined ? (
        <Button look="go" onClick={props.onListed}>
          {sets ? `${t("inspect.isSet")} ` : null}
          {t("inspect.asListed", { count })} <Key>L</Key>
        </Button>
      ) : (
        <Button look="go" onClick={props.onForward}>
          {sets ? `${t("inspect.isSet")} ` : null}
          {next === undefined
            ? t("inspect.sign")
            : next === stop
              ? t("inspect.nextHere")
              : t("inspect.next", { stop: t(`stop.${next}`) })}
        </Button>
      )}
    </div>
  );
}
