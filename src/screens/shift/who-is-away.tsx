"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { PartOfShift } from "@/contract/shift";
import { localMs, type Zone } from "@/core/vocabulary/zone";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { OneOf, TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { clock } from "../states";
import type { ShiftOfDay } from "./use-pins";

type Presence = "here" | "partly" | "away";

const dayMin = 1440;

/** Minutes before (less than 0) or after the start, of a time of day as somebody types it; null where they typed none. */
function fromStart(time: string, startMs: number, zone: Zone): number | null {
  const [hours, minutes] = time.split(":").map(Number);
  if (hours === undefined || minutes === undefined || Number.isNaN(hours + minutes)) return null;
  const start = Math.floor(localMs(startMs, zone) / 60_000) % dayMin;
  const after = hours * 60 + minutes - start;
  // The nearest time of that name: a night shift begins on one day and ends on the next.
  return after < -dayMin / 2 ? after + dayMin : after >= dayMin / 2 ? after - dayMin : after;
}

/** Who inspects here and is away from this shift, or there for a part of it: the plan follows at once. */
export function WhoIsAway({
  shift: { siteId, shiftId, day },
  people,
  away,
  partly,
  startMs,
  zone,
}: {
  shift: ShiftOfDay;
  people: Readonly<Record<string, string>>;
  away: readonly string[];
  partly: Readonly<Record<string, PartOfShift>>;
  startMs: number;
  zone: Zone;
}) {
  const t = useTranslations("shift.plan");
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState("");
  // What was touched shows at once; the plan follows.
  const [said, setSaid] = useState<Readonly<Record<string, Presence>>>({});
  const presenceOf = (id: string): Presence =>
    said[id] ?? (away.includes(id) ? "away" : partly[id] === undefined ? "here" : "partly");
  const say = async (personId: string, presence: Presence, part: PartOfShift) => {
    const before = presenceOf(personId);
    setSaid((was) => ({ ...was, [personId]: presence }));
    const path = `/api/sites/${encodeURIComponent(siteId)}/shift/people`;
    const body = { shiftId, day, personId, away: presence === "away", ...part };
    const answer = await send(path, body, "PUT");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
    else setSaid((was) => ({ ...was, [personId]: before }));
  };
  const whole: PartOfShift = { fromMin: null, untilMin: null };
  return (
    <>
      <Button look="small" onClick={() => setOpen(true)}>
        {t("away")}
        {away.length === 0 ? "" : ` (${away.length})`}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={t("awayTitle")}>
        <ul className="mt-3">
          {Object.entries(people).map(([id, name]) => (
            <li key={id} className="border-b border-line py-1.5">
              <div className="flex min-h-[48px] flex-wrap items-center gap-x-4">
                <b className="flex-1">{name}</b>
                <OneOf
                  legend={name}
                  value={presenceOf(id)}
                  options={[
                    ["here", t("here")],
                    ["partly", t("partly")],
                    ["away", t("isAway")],
                  ]}
                  onChange={(value) =>
                    value === "partly" ? setSaid({ ...said, [id]: value }) : void say(id, value, whole)
                  }
                />
              </div>
              {presenceOf(id) === "partly" ? (
                <Hours
                  name={name}
                  part={partly[id] ?? whole}
                  {...{ startMs, zone }}
                  onSay={(part) => void say(id, "partly", part)}
                />
              ) : null}
            </li>
          ))}
        </ul>
        <Problem className="mt-2">{problem}</Problem>
      </Dialog>
    </>
  );
}

/** From when until when somebody is there; what is left empty is as the shift. */
function Hours({
  name,
  part,
  startMs,
  zone,
  onSay,
}: {
  name: string;
  part: PartOfShift;
  startMs: number;
  zone: Zone;
  onSay: (part: PartOfShift) => void;
}) {
  const t = useTranslations("shift.plan");
  const timeOf = (min: number | null) => (min === null ? "" : clock(startMs + min * 60_000, zone));
  const [from, setFrom] = useState(timeOf(part.fromMin));
  const [until, setUntil] = useState(timeOf(part.untilMin));
  return (
    <form
      className="flex flex-wrap items-end gap-2 pb-1"
      onSubmit={(event) => {
        event.preventDefault();
        onSay({ fromMin: fromStart(from, startMs, zone), untilMin: fromStart(until, startMs, zone) });
      }}
    >
      <label className="grid gap-1">
        {t("comes")}
        <TextField
          type="time"
          aria-label={`${name}: ${t("comes")}`}
          value={from}
          onChange={(e) => setFrom(e.target.value)}
        />
      </label>
      <label className="grid gap-1">
        {t("goes")}
        <TextField
          type="time"
          aria-label={`${name}: ${t("goes")}`}
          value={until}
          onChange={(e) => setUntil(e.target.value)}
        />
      </label>
      <Button type="submit" look="small" disabled={from === "" && until === ""}>
        {t("sayHours")}
      </Button>
    </form>
  );
}
