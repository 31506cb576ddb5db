"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { DrillShown } from "@/contract/survey";
import type { Attempt } from "@/core/survey/rescue-ladder";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field, numberIn } from "../ask";
import { send } from "../send";
import { dayAndClock } from "../states";
import { UnitHead } from "../unit/unit-head";
import { ladderLines } from "./talk";
import type { T } from "./words";

/** How somebody is brought down from this very unit, attempt by attempt, and the drills of it. */
export function RescueView({
  page: { plate, ladder, drills, mayDrill, zone },
}: {
  page: {
    readonly plate: string;
    readonly ladder: readonly Attempt[];
    readonly drills: readonly DrillShown[];
    readonly mayDrill: boolean;
    readonly zone: string;
  };
}) {
  const t = useTranslations() as unknown as T;
  return (
    <div className="grid gap-8 p-4 md:grid-cols-2 md:p-6">
      <section>
        <UnitHead plate={plate} title={t("ladder.title")} />
        <ol className="mt-4 border-t-2 border-ink">
          {ladderLines({ t }, ladder).map((line, i) => (
            <li key={line} className="flex gap-4 border-b border-line py-3 text-[19px]">
              <b className="w-8 shrink-0 text-[24px] leading-none">{i + 1}</b> {line}
            </li>
          ))}
        </ol>
        <a href={`/units/${encodeURIComponent(plate)}/rescue/pdf`} className={`${buttonLook("small")} mt-4`}>
          {t("talk.print")}
        </a>
        <p className="mt-3 text-ink2">{t("talk.manual")}</p>
      </section>
      <section>
        <h2 className="text-[22px] font-bold">{t("ladder.drills")}</h2>
        {drills.length === 0 ? <p className="text-ink2">{t("ladder.none")}</p> : null}
        <ul>
          {drills.map(({ id, rescuer, minutes, note, atMs }) => (
            <li key={id} className="border-b border-line py-2">
              <b>{dayAndClock(atMs, zone)}</b>{" "}
              {minutes === undefined
                ? rescuer || t("talk.erased")
                : t("ladder.took", { name: rescuer || t("talk.erased"), minutes })}
              {note === undefined ? null : <span className="block text-ink2">{note}</span>}
            </li>
          ))}
        </ul>
        {mayDrill ? <DrillForm t={t} plate={plate} /> : null}
      </section>
    </div>
  );
}

function DrillForm({ t, plate }: { t: T; plate: string }) {
  const router = useRouter();
  const [id, setId] = useState(() => crypto.randomUUID());
  const [rescuer, setRescuer] = useState("");
  const [minutes, setMinutes] = useState("");
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState("");
  const took = minutes.trim() === "" ? null : numberIn(minutes);
  const record = async () => {
    const answer = await send(`/api/units/${encodeURIComponent(plate)}/drills`, {
      ...{ id, rescuer: rescuer.trim(), minutes: took ?? null },
      ...(note.trim() === "" ? {} : { note: note.trim() }),
    });
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setId(crypto.randomUUID());
    setRescuer("");
    setMinutes("");
    setNote("");
    router.refresh();
  };
  return (
    <form
      className="mt-4 grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void record();
      }}
    >
      <Field words={t("ladder.rescuer")}>
        <TextField value={rescuer} maxLength={80} onChange={({ target }) => setRescuer(target.value)} />
      </Field>
      <Field words={t("ladder.minutes")}>
        <TextField
          value={minutes}
          inputMode="decimal"
          className="max-w-[7.5em] text-right"
          onChange={({ target }) => setMinutes(target.value)}
        />
      </Field>
      <Field words={t("ladder.note")}>
        <TextField value={note} maxLength={400} onChange={({ target }) => setNote(target.value)} />
      </Field>
      <Button
        look="small"
        type="submit"
        className="justify-self-start"
        disabled={rescuer.trim().length < 2 || took === undefined}
      >
        {t("ladder.drill")}
      </Button>
      <Problem>{problem}</Problem>
    </form>
  );
}
