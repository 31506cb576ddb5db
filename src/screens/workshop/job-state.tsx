"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { JobState } from "@/contract/workshop";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { dayAndClock } from "../states";

/** How far the workshop is with a job, and what can be said of it next. */
export function JobStateLine({
  jobId,
  state,
  me,
  maySay,
  zone,
}: {
  jobId: string;
  state: JobState;
  me: string;
  maySay: boolean;
  zone: string;
}) {
  const t = useTranslations("workshop");
  const router = useRouter();
  const [awaiting, setAwaiting] = useState(false);
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const { takenBy, awaits } = state;
  const say = async (body: object) => {
    setBusy(true);
    const answer = await send(`/api/workshop/${jobId}`, body);
    setBusy(false);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setAwaiting(false);
    router.refresh();
  };
  return (
    <div>
      <p className={takenBy === undefined ? "text-ink2" : "font-semibold"}>
        {takenBy === undefined
          ? t("notTaken")
          : t("takenBy", { name: takenBy.name, time: dayAndClock(takenBy.atMs, zone) })}
      </p>
      {awaits === undefined ? null : (
        <p className="font-semibold">
          {t(awaits.late ? "awaitsLate" : "awaits", {
            ...{ part: awaits.part, supplier: awaits.supplier, day: awaits.dueOn },
          })}
        </p>
      )}
      {maySay ? (
        <div className="mt-2 flex flex-wrap gap-2">
          {takenBy?.id === me ? (
            <Button look="small" disabled={busy} onClick={() => void say({ kind: "left" })}>
              {t("leave")}
            </Button>
          ) : (
            <Button look="small" disabled={busy} onClick={() => void say({ kind: "taken" })}>
              {t("take")}
            </Button>
          )}
          {awaits === undefined ? (
            <Button look="small" aria-expanded={awaiting} onClick={() => setAwaiting(!awaiting)}>
              {t("awaitPart")}
            </Button>
          ) : (
            <Button look="small" disabled={busy} onClick={() => void say({ kind: "part_here" })}>
              {t("partHere")}
            </Button>
          )}
        </div>
      ) : null}
      {awaiting ? (
        <AwaitPart busy={busy} onSay={(part) => void say({ kind: "awaits_part", ...part })} />
      ) : null}
      <Problem className="mt-2">{problem}</Problem>
    </div>
  );
}

function AwaitPart({
  busy,
  onSay,
}: {
  busy: boolean;
  onSay: (part: { part: string; supplier: string; dueOn: string }) => void;
}) {
  const t = useTranslations("workshop");
  const [part, setPart] = useState("");
  const [supplier, setSupplier] = useState("");
  const [dueOn, setDueOn] = useState("");
  return (
    <form
      className="mt-2 grid gap-2 border-2 border-ink p-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSay({ part: part.trim(), supplier: supplier.trim(), dueOn });
      }}
    >
      <label className="grid gap-1">
        {t("part")}
        <TextField value={part} required maxLength={120} onChange={(e) => setPart(e.target.value)} />
      </label>
      <label className="grid gap-1">
        {t("supplier")}
        <TextField value={supplier} required maxLength={120} onChange={(e) => setSupplier(e.target.value)} />
      </label>
      <label className="grid gap-1">
        {t("dueOn")}
        <TextField type="date" value={dueOn} required onChange={(e) => setDueOn(e.target.value)} />
      </label>
      <Button
        type="submit"
        look="small"
        disabled={busy || part.trim() === "" || supplier.trim() === "" || dueOn === ""}
      >
        {t("say")}
      </Button>
    </form>
  );
}
