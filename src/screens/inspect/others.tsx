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
  const others = sharesIn(model).filter(({ id }) => id !== model.data.person.id);
  if (others.length === 0) return null;
  return (
    <ul className="border-b-2 border-ink px-3 py-1 md:px-5" aria-label={t("together.also")}>
      {others.map(({ id, name, last }) => (
        <li key={id}>
          <b>{t("together.with", { name })}</b>{" "}
          {last !== undefined && isAnswer(last) ? t("together.at", { what: titleOfKey(t, last.check) }) : ""}
        </li>
      ))}
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

/** How many answers each person on the walk gave, and the last of them. */
export function sharesIn({ people, state }: Pick<InspectModel, "people" | "state">) {
  const shares = sharesOf(
    state.events,
    people.map(({ id }) => id),
  );
  return people.map((person, i) => ({ ...person, answers: shares[i]?.answers ?? 0, last: shares[i]?.last }));
}
