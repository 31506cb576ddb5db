"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import type { Signature } from "@/core/decision/sealed";
import { madeAgain } from "@/core/evidence/lasting";
import { clears } from "@/core/vocabulary/outcomes";
import type { KeptSignature } from "@/device/local-store";
import { outbox } from "@/device/outbox";
import { sendSignatures, sign } from "@/device/signatures";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { Problem } from "@/kit/problem";
import { Pace } from "../pace";
import { LeftUnproven } from "../proof/left-unproven";
import { Shares } from "../shares";
import { clock, outcomeMark } from "../states";
import { Borrowed } from "./borrowed";
import { MatterLine } from "./matter-line";
import type { InspectModel } from "./model";
import { sharesIn } from "./others";
import { outcomeWords } from "./outcome-words";
import { SignatureField } from "./signature";
import { SignedView } from "./signed";
import { conditionWord, partSentence, titleOfKey } from "./words";

/** What follows from all that was found, with its reasons, and the signature that seals it. */
export function DecisionView({
  model,
  kept,
  onBack,
  onGo,
}: {
  model: InspectModel;
  /** The signature on this device, once there is one. */
  kept: KeptSignature | undefined;
  onBack: () => void;
  onGo: (check: string) => void;
}) {
  const t = useTranslations();
  const { data, session, decision, assessment, state } = model;
  const [signature, setSignature] = useState<Signature>();
  const [busy, setBusy] = useState(false);
  const [since, setSince] = useState(false);
  useEffect(() => {
    // The newest facts: a tag may have been hung while the walk went on.
    void session.readFacts();
  }, [session]);
  if (kept !== undefined && !busy && kept.became.kind !== "refused")
    return <SignedView kept={kept} policy={data.policy} />;

  const signNow = async () => {
    if (signature === undefined) return;
    setBusy(true);
    setSince(false);
    await session.send();
    if (!offline) await session.readFacts();
    const covered = await session.covered();
    if (covered.eventCount !== state.events.length) {
      // Nobody signs for what they have not been shown.
      setSince(true);
      setBusy(false);
      return;
    }
    await sign(data, { outcome: decision.outcome, ...covered, signature });
    await sendSignatures();
    setBusy(false);
    void outbox().send();
  };
  const { outcome } = decision;
  const { open, skipped, ungradable, borrowed } = assessment;
  const missing = [...open, ...skipped, ...ungradable];
  const all = assessment.byCheck.size - borrowed.size;
  // Without a link nobody can know that no tag was hung: complete is all that can be said.
  const offline = state.link !== "sent" && state.link !== "sending";
  const unsent = state.toSend > 0 && !offline;
  const refused = !busy && kept?.became.kind === "refused" ? kept.became.detail : "";
  const problem = since ? t("decide.since") : refused;
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] md:grid-cols-2">
      <section className="overflow-y-auto p-5 md:border-r-2 md:border-ink">
        <p className="text-ink2">{t("decide.says")}</p>
        <h1 className="mt-1 text-[32px] leading-tight font-bold">
          {offline && clears(outcome) ? (
            <Mark kind="open">{t("inspect.completeOffline")}</Mark>
          ) : (
            <Mark kind={outcomeMark[outcome]}>{outcomeWords(t, outcome, data.policy)}</Mark>
          )}
        </h1>
        {offline ? (
          <p className="mt-2 border-[2.5px] border-ink p-3 font-semibold">
            {t("inspect.asOf", { time: clock(model.facts.nowMs, data.zone) })}
          </p>
        ) : null}
        <p className="mt-3 border-b border-line py-1.5">
          {t("decide.answered", {
            done: all - open.length,
            all,
          })}
        </p>
        <Shares shares={sharesIn(model)} />
        <Pace events={state.events} by="self" />
        {clears(outcome) && data.policy.trigger === "shift" ? (
          <p className="border-b border-line py-1.5">
            {t("decide.until", { time: clock(data.shift.endMs, data.zone) })}
          </p>
        ) : null}
        <ul className="list-none">
          {decision.reasons.map((r) => (
            <li key={r.reason} className="border-b border-line py-1.5">
              {t(`reason.${r.reason}`, { detail: r.detail })}
            </li>
          ))}
        </ul>
        {model.matters.length === 0 ? null : (
          <>
            <h2 className="mt-5 text-[20px] font-bold">{t("matter.title")}</h2>
            <ul>
              {model.matters.map((matter) => (
                <li key={matter.findingId} className="border-b border-line py-2">
                  <b>{titleOfKey(t, matter.check)}</b>
                  <MatterLine matter={matter} model={model} />
                </li>
              ))}
            </ul>
          </>
        )}
        <h2 className="mt-5 text-[20px] font-bold">{t("decide.findings")}</h2>
        {assessment.findings.length === 0 ? <p className="text-ink2">{t("decide.none")}</p> : null}
        <ul>
          {assessment.findings.map((f) => (
            <li key={f.eventId} className="grid grid-cols-[1fr_auto] gap-3 border-b border-line py-2">
              <span>
                <b>{titleOfKey(t, f.check)}</b>
                <br />
                <span className="text-ink2">
                  {conditionWord(t, f.condition)}. {t(`rule.${f.rule}`)}
                  {partSentence(t, f, data.measures)}
                  {f.note === undefined ? "" : `. “${f.note}”`}
                </span>
              </span>
              <Mark kind={f.place ? "place" : f.grade}>{t(`grade.${f.place ? "place" : f.grade}`)}</Mark>
            </li>
          ))}
        </ul>
        <Borrowed
          borrowed={[...borrowed.values()]}
          nowMs={model.facts.nowMs}
          zone={data.zone}
          onMake={(check) => void model.dispatch({ act: "changed", steps: [madeAgain(check)] })}
        />
        {missing.length === 0 ? null : (
          <>
            <h2 className="mt-5 text-[20px] font-bold">{t("decide.openList")}</h2>
            <ul className="mt-1 flex flex-wrap gap-2">
              {missing.slice(0, 12).map((key) => (
                <li key={key}>
                  <button
                    type="button"
                    onClick={() => onGo(key)}
                    className="min-h-[48px] border-2 border-ink3 px-3 text-left"
                  >
                    {titleOfKey(t, key)}
                  </button>
                </li>
              ))}
              {missing.length > 12 ? (
                <li className="self-center text-ink2">+ {missing.length - 12}</li>
              ) : null}
            </ul>
          </>
        )}
        {model.facts.scope === "full" && missing.length + borrowed.size > 0 ? (
          <LeftUnproven input={model.walked} events={model.state.events} />
        ) : null}
      </section>
      <section className="flex flex-col gap-4 p-5">
        <p className="border-[2.5px] border-ink px-3.5 py-2">{t("decide.authority")}</p>
        <SignatureField name={data.person.name} onChange={setSignature} />
        {unsent ? <p className="font-semibold">{t("decide.owedWait", { count: state.toSend })}</p> : null}
        <Problem>{problem}</Problem>
        <div className="mt-auto grid grid-cols-[auto_1fr] gap-3">
          <Button onClick={onBack}>{t("decide.back")}</Button>
          <Button
            look={signature === undefined || unsent ? "asleep" : "go"}
            disabled={busy || signature === undefined || unsent}
            onClick={() => void signNow()}
          >
            {signature === undefined
              ? t("decide.needed")
              : offline
                ? t("decide.signOffline")
                : t("decide.signAs", { outcome: outcomeWords(t, outcome, data.policy).toLowerCase() })}
          </Button>
        </div>
      </section>
    </main>
  );
}
