"use client";
import { useTranslations } from "next-intl";
import type { OnWalk } from "@/contract/walk";
import { isAnswer } from "@/core/record/reduce";
import { sharesOf } from "@/core/record/shares";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import type { InspectModel } from "./model";
import { titleOfKey } from "./words";

/** Who else is on this walk, and where they answered last. */
export function Others({ model }: { model: InspectModel }) {
  const t = useTranslations();
  const { people, state, data } = model;
  if (people.length < 2) return null;
  const shares = sharesOf(
    state.events,
    people.map(({ id }) => id),
  );
  return (
    <ul className="border-b-2 border-ink px-3 py-1 md:px-5" aria-label={t("together.also")}>
      {people.map(({ id, name }, i) => {
        const last = shares[i]?.last;
        return id === data.person.id ? null : (
          <li key={id}>
            <b>{t("together.with", { name })}</b>{" "}
            {last !== undefined && isAnswer(last)
              ? t("together.at", { what: titleOfKey(t, last.check) })
              : ""}
          </li>
        );
      })}
    </ul>
  );
}

/** Who made an answer, where that was not whoever reads it. */
export function maker(model: InspectModel, by: string | undefined): OnWalk | undefined {
  const { people, data } = model;
  const one = by === undefined ? people[0] : people.find(({ id }) => id === by);
  return one?.id === data.person.id ? undefined : one;
}

/** Says that what somebody else found is theirs to take back. */
export function TheirsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const t = useTranslations();
  return (
    <Dialog open={open} onClose={onClose} title={t("together.theirs")}>
      <p className="mt-3">{t("together.theirsHelp")}</p>
      <div className="mt-5 flex justify-end">
        <Button look="go" onClick={onClose}>
          {t("together.understood")}
        </Button>
      </div>
    </Dialog>
  );
}

/** How many answers each gave, where more than one did. */
export function Shares({ model }: { model: InspectModel }) {
  const t = useTranslations();
  const { people, state } = model;
  if (people.length < 2) return null;
  const shares = sharesOf(
    state.events,
    people.map(({ id }) => id),
  );
  return (
    <p className="border-b border-line py-1.5">
      {t("together.shares", {
        shares: people.map(({ name }, i) => `${name} ${shares[i]?.answers ?? 0}`).join(", "),
      })}
    </p>
  );
}
