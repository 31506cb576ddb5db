"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { OneOf } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import type { ShiftOfDay } from "./use-pins";

/** Who inspects here and is away from this shift: the plan goes on without them at once. */
export function WhoIsAway({
  shift: { siteId, shiftId, day },
  people,
  away,
}: {
  shift: ShiftOfDay;
  people: Readonly<Record<string, string>>;
  away: readonly string[];
}) {
  const t = useTranslations("shift.plan");
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState("");
  // What was touched shows at once; the plan follows.
  const [said, setSaid] = useState<Readonly<Record<string, boolean>>>({});
  const isAway = (id: string) => said[id] ?? away.includes(id);
  const say = async (personId: string, gone: boolean) => {
    setSaid((was) => ({ ...was, [personId]: gone }));
    const path = `/api/sites/${encodeURIComponent(siteId)}/shift/people`;
    const body = { shiftId, day, personId, away: gone, fromMin: null, untilMin: null };
    const answer = await send(path, body, "PUT");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
    else setSaid((was) => ({ ...was, [personId]: !gone }));
  };
  return (
    <>
      <Button look="small" onClick={() => setOpen(true)}>
        {t("away")}
        {away.length === 0 ? "" : ` (${away.length})`}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={t("awayTitle")}>
        <ul className="mt-3">
          {Object.entries(people).map(([id, name]) => (
            <li key={id} className="flex min-h-[60px] items-center gap-4 border-b border-line py-1.5">
              <b className="flex-1">{name}</b>
              <OneOf
                legend={name}
                value={isAway(id) ? "away" : "here"}
                options={[
                  ["here", t("here")],
                  ["away", t("isAway")],
                ]}
                onChange={(value) => void say(id, value === "away")}
              />
            </li>
          ))}
        </ul>
        <Problem className="mt-2">{problem}</Problem>
      </Dialog>
    </>
  );
}
