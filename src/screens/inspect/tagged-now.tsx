"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { leaveLike } from "@/core/underway/leave";
import { Button, buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { changeWords } from "../plan/words";
import { WayHomeWords } from "../proof/way-home";
import { clock } from "../states";
import type { InspectModel } from "./model";
import { maker } from "./others";
import { conditionWord, type T, titleOfKey } from "./words";

/** Whether the walk's newest stop has been read here: one that is there when it is opened has been. */
export function useTaggedNow({ heldFrom }: InspectModel) {
  const [read, setRead] = useState(heldFrom);
  return {
    shown: heldFrom !== undefined && heldFrom !== read,
    onRead: () => setRead(heldFrom),
  };
}

/** After a tag-out: its number, and how to leave the machine, over the whole screen. */
export function TaggedNow({
  model,
  tags,
  onLook,
}: {
  model: InspectModel;
  tags: readonly string[];
  onLook: () => void;
}) {
  const t = useTranslations();
  const { data, assessment, heldFrom, state, reduction } = model;
  const stops = assessment.findings.filter((f) => f.grade === "tag_out" && !f.place);
  const event = state.events.find(({ id }) => id === heldFrom);
  const { found } = model.circumstances;
  const { toDo, toConfirm } = leaveLike(model.plan, { sheet: data.sheet, found }, new Set(assessment.open));
  const open = assessment.open.filter((key) => model.plan.checks.some((check) => check.key === key)).length;
  const [sure, setSure] = useState<ReadonlySet<string>>(new Set());
  // Read from its top, wherever the card was; felt through a glove, and heard of by nobody else.
  useEffect(() => {
    window.scrollTo(0, 0);
    navigator.vibrate?.([300, 120, 300]);
  }, []);
  const number = tags.join(", ");
  const sets = (step: string) => void model.dispatch({ act: "changed", steps: [step] });
  return (
    <main className="flex min-h-0 flex-1 flex-col" aria-live="assertive">
      <div className="hatched h-7 shrink-0 md:h-12" aria-hidden="true" />
      <div className="grid min-h-0 flex-1 gap-x-8 overflow-y-auto md:grid-cols-[minmax(0,36%)_minmax(0,1fr)]">
        <section className="p-5 md:border-r-2 md:border-ink md:p-7">
          <p className="text-ink2">
            {event === undefined
              ? t("taggedNow.before")
              : t("taggedNow.by", {
                  time: clock(Date.parse(event.at), data.zone),
                  name: (maker(model, event.by) ?? data.person).name,
                })}
          </p>
          <p className="mt-3 inline-block border-4 border-ink px-4 py-1.5 text-[44px] leading-none font-bold">
            {data.plate}
          </p>
          {number === "" ? (
            <p className="mt-4 text-[24px] leading-tight font-bold text-tag">{t("taggedNow.noNumber")}</p>
          ) : (
            <ul className="mt-4 flex flex-wrap gap-x-5 text-[56px] leading-none font-bold text-tag">
              {tags.map((tag) => (
                <li key={tag} className="whitespace-nowrap">
                  {tag}
                </li>
              ))}
            </ul>
          )}
          <ul className="mt-5">
            {stops.map((f) => (
              <li key={f.eventId} className="mt-2 text-[19px] leading-snug">
                <b>{conditionWord(t, f.condition)}</b>, {titleOfKey(t, f.check)}. {t(`rule.${f.rule}`)}.
              </li>
            ))}
          </ul>
        </section>
        <section className="p-5 md:p-7">
          <h1 className="text-[28px] leading-tight font-bold">{t("taggedNow.title")}</h1>
          {heldFrom === undefined ? null : (
            <div className="mt-3 empty:hidden">
              <WayHomeWords
                input={model.walked}
                events={state.events}
                heldFrom={heldFrom}
                findings={assessment.findings}
              />
            </div>
          )}
          <ul className="mt-3">
            {toConfirm.map((change) => (
              <Line
                key={change.variable}
                done={sure.has(change.variable)}
                onDone={() => setSure(new Set([...sure, change.variable]))}
                words={changeWords(t as unknown as T, change)}
              />
            ))}
            {toDo.map((step) => (
              <Line
                key={step.id}
                done={reduction.changed.has(step.id)}
                onDone={() => sets(step.id)}
                words={changeWords(t as unknown as T, step.change)}
              />
            ))}
            {(
              [
                ["covers", t("taggedNow.covers")],
                ...(data.sheet.family === "tracked_spider"
                  ? []
                  : [["chocks", t("taggedNow.chocks")] as const]),
                ["hang", number === "" ? t("taggedNow.hangNoNumber") : t("taggedNow.hang", { number })],
                ["tell", t("taggedNow.tell")],
              ] as const
            ).map(([id, words]) => (
              <Line
                key={id}
                done={sure.has(id)}
                onDone={() => setSure(new Set([...sure, id]))}
                words={words}
              />
            ))}
          </ul>
        </section>
      </div>
      <div className="grid gap-3 border-t md:grid-cols-2 border-line px-5 py-3 md:px-7">
        <Button onClick={onLook}>{t("taggedNow.look", { count: open })}</Button>
        <Link className={buttonLook("go")} href="/shift">
          {t("taggedNow.shift")}
        </Link>
      </div>
      <div className="hatched h-7 shrink-0 md:h-12" aria-hidden="true" />
    </main>
  );
}

function Line({ words, done, onDone }: { words: string; done: boolean; onDone: () => void }) {
  return (
    <li className="border-b border-line">
      <button
        type="button"
        aria-pressed={done}
        onClick={onDone}
        className={`flex min-h-[56px] w-full items-center gap-4 py-2 text-left text-[19px] ${done ? "text-ink2" : "font-semibold"}`}
      >
        <span aria-hidden="true" className={`size-6 shrink-0 border-2 border-ink ${done ? "bg-ink" : ""}`} />
        {words}
      </button>
    </li>
  );
}
