"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { lookedIntoStep } from "@/core/record/looked-into";
import { said } from "@/core/underway/circumstances";
import { withKnown } from "@/core/vocabulary/state/values";
import { outbox } from "@/device/outbox";
import type { InspectionSession } from "@/device/walk/session";
import type { BoardStop } from "@/kit/board/board";
import { Link } from "@/kit/link";
import { WayHomeWords } from "../proof/way-home";
import { SignIn } from "../sign-in/sign-in";
import { useSteady } from "../steady";
import { useAnswers } from "./answers";
import { AsFound } from "./as-found";
import { useAwake } from "./awake";
import { Banners } from "./banners";
import { CardFoot } from "./card-foot";
import { CardHead } from "./card-head";
import { CardLines } from "./card-lines";
import { CarryWords, KeysDialog, SupersedeDialog, WhichDialog } from "./card-parts";
import { type ChangeStep, leftBy, setsBefore, stateFor } from "./cards";
import { DecisionView } from "./decision";
import { InspectHeader } from "./header";
import type { InspectData } from "./inspect-data";
import { LampReader } from "./lamp-reader";
import { useLocked } from "./locked";
import { mayMake, readingsOf, useInspection } from "./model";
import { useSession } from "./open-session";
import { Others, TheirsDialog } from "./others";
import { Picture } from "./picture";
import { listedOn, openIn, stopsOf } from "./progress";
import { useSeen } from "./seen";
import { useShownCard } from "./shown-card";
import { useSignature } from "./signed";
import { useSingleTaps } from "./single-taps";
import { StateStrip } from "./state-strip";
import { TaggedNow, useTaggedNow } from "./tagged-now";
import { helpsFor, testsMade } from "./tests-made";
import { useWalkKeys } from "./walk-keys";
import { WrongDialog } from "./wrong-dialog";

const nothing: readonly never[] = [];
const none = () => nothing;
const unlooked: ReadonlySet<string> = new Set();
const posed = new Set(["ground_tests", "stack", "ground_lowering", "platform_tests", "drive_tests"]);

/** A walk, as soon as what this device keeps of it has been read. */
export function Inspect({ data }: { data: InspectData }) {
  const t = useTranslations();
  const session = useSession(data);
  return session === undefined ? (
    <p className="p-6 text-ink2">{t("inspect.loading")}</p>
  ) : (
    <Walk data={data} session={session} />
  );
}

/** The board, the present stop's checks, the function tests by station, and the decision. */
function Walk({ data, session }: { data: InspectData; session: InspectionSession }) {
  const model = useInspection(data, session);
  const t = useTranslations();
  const { cards, held, reduction, assessment } = model;
  const { card, visit, index, place, next, go: goTo } = useShownCard(model);
  const undone = useCallback(
    (checks?: readonly Check[]) =>
      card === undefined
        ? nothing
        : setsBefore(card, checks).filter((step) => !reduction.changed.has(step.id)),
    [card, reduction],
  );
  // Behind a finding that stops the machine its owner says by itself what was made safe.
  const { answer, waits, because, drop, theirs, readTheirs, ...acts } = useAnswers(
    model,
    held ? none : undone,
  );
  const fine = useSteady((check: Check, cause?: string) => {
    // Once a response was missing, that it works now asks for the reason.
    if (cause === undefined && reduction.lookedInto.has(check.key)) setWrong(check);
    else acts.fine(check, cause);
  });
  const fineTogether = useSteady((checks: readonly Check[]) => void acts.fineTogether(checks));
  const measured = useSteady(acts.measured);
  const { locked, onHere } = useLocked(model);
  const taggedNow = useTaggedNow(model);
  const kept = useSignature(data.id, model.state.toSend);
  const [asked, setDeciding] = useState(false);
  const deciding = asked || (kept !== undefined && kept.became.kind !== "refused");
  const [wrong, setWrong] = useState<Check>();
  const [choosing, setChoosing] = useState(false);
  const [tagsHere, setTagsHere] = useState<readonly string[]>([]);
  const [keysShown, setKeysShown] = useState(false);
  const [lampsShown, setLampsShown] = useState(false);
  const [boardShown, setBoardShown] = useState(false);
  const stops = useMemo<readonly BoardStop[]>(() => stopsOf(model, place), [model, place]);
  const tags = useMemo(
    () =>
      model.facts.scope === "retest"
        ? model.state.tags
        : [...new Set([...model.facts.holds, ...model.state.tags, ...tagsHere])],
    [model.facts, model.state.tags, tagsHere],
  );

  const go = useCallback(
    (to: number) => {
      goTo(to);
      setDeciding(false);
      setBoardShown(false);
    },
    [goTo],
  );
  const goVisit = (visit: number) => {
    const inVisit = cards.findIndex((c) => c.visit === visit && openIn(model, c) > 0);
    go(inVisit >= 0 ? inVisit : cards.findIndex((c) => c.visit === visit));
  };
  const goCheck = (key: string) => {
    const at = cards.findIndex((c) => c.checks.some((check) => check.key === key));
    // What cannot be checked this time is on no card.
    if (at >= 0) go(at);
  };

  const current = card?.checks.find(
    (check) => mayMake(check, held) && assessment.byCheck.get(check.key)?.status === "open",
  );
  const openHere = card === undefined ? 0 : openIn(model, card);
  const listed = useMemo(() => (card === undefined ? undefined : listedOn(model, card)), [model, card]);
  const together = listed !== undefined && listed.checks.length > 0 ? listed : undefined;
  const panel = useRef<HTMLDivElement>(null);
  const allSeen = useSeen(panel, card?.checks.map(({ key }) => key).join(" ") ?? "");

  // How the machine was found is asked, not supposed.
  const untold = !model.circumstances.told;
  // What was just recorded may have changed which card is next.
  const leave = useSteady(() => {
    if (next === undefined) setDeciding(true);
    else go(next);
  });
  const going = useRef(false);
  /** Goes on once all that says so is on disk; asked again meanwhile it does nothing. */
  const goOn = async (recorded: () => Promise<boolean>) => {
    if (going.current) return;
    going.current = true;
    try {
      if (await recorded()) leave();
    } finally {
      going.current = false;
    }
  };
  const record = (steps: readonly ChangeStep[]) =>
    model.dispatch({ act: "changed", steps: steps.map(({ id }) => id) });
  const setAsAsked = () => void record(undone(current === undefined ? undefined : [current]));
  const forward = async () => {
    if (openHere > 0 || untold) return;
    await goOn(async () => held || (await record(undone())) === "kept");
  };
  const asListed = async () => {
    if (together === undefined || together.before !== undefined || !allSeen || untold) return;
    const { checks } = together;
    const before = new Set(undone(checks));
    const after = undone().filter((step) => !before.has(step));
    await goOn(
      async () => (await acts.fineTogether(checks)) === "kept" && (held || (await record(after)) === "kept"),
    );
  };
  useWalkKeys(
    {
      n: () => void forward(),
      p: () => go(index - 1),
      d: setAsAsked,
      l: () => void asListed(),
      f: () => {
        if (current !== undefined && current.definition.measure === undefined) fine(current);
      },
      w: () => (card?.checks.length === 1 ? setWrong(card.checks[0]) : setChoosing(true)),
      "?": () => setKeysShown(true),
    },
    !deciding && !locked && !taggedNow.shown,
  );
  // Each card is read from its top, on a phone where the page scrolls and on a tablet where its panel does.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the card shown is what it waits for
  useEffect(() => {
    window.scrollTo(0, 0);
    panel.current?.scrollTo(0, 0);
  }, [index, deciding]);
  // Whoever comes back reads no help they had not asked for.
  useEffect(() => {
    if (locked) setKeysShown(false);
  }, [locked]);
  // Signed by somebody else who is on it: only its record is left.
  const signedByOther = model.signed && kept === undefined;
  useEffect(() => {
    if (signedByOther) window.location.replace(`/records/${data.id}`);
  }, [signedByOther, data.id]);
  const onlyOnce = useSingleTaps();
  useAwake();

  const helps = useMemo(
    () => (wrong === undefined || held ? undefined : helpsFor(model, wrong)),
    [model, wrong, held],
  );

  if (card === undefined) return null;
  const stop = visit?.stop ?? "close";
  const state = stateFor(card, current);
  const toSet = undone(current === undefined ? undefined : [current]);
  // A tagged-out machine is set like nothing but what is still to be done to leave it.
  const asksState = !held || toSet.length > 0;
  const left = leftBy(state, current);
  const strip = {
    state,
    left,
    changed: new Set(toSet.map((step) => step.change.variable)),
    title: t("inspect.leaveLike"),
    sheet: data.sheet,
    onStands: (variable: string, value: string) =>
      void model.dispatch({ act: "changed", steps: [said.stands(variable, value)] }),
  };
  const pose = posed.has(stop) && !boardShown;

  return (
    <div className="flex screen-high-least flex-col md:screen-high" onClickCapture={onlyOnce}>
      <InspectHeader model={model} onTagged={(number) => setTagsHere((was) => [...was, number])} />
      <Banners model={model} tags={tags} quiet={taggedNow.shown} />
      {taggedNow.shown ? null : <Others model={model} />}
      {locked ? (
        <SignIn onHere={onHere} />
      ) : taggedNow.shown ? (
        <TaggedNow model={model} tags={tags} onLook={taggedNow.onRead} />
      ) : deciding ? (
        <DecisionView model={model} kept={kept} onBack={() => setDeciding(false)} onGo={goCheck} />
      ) : (
        <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr] md:grid-cols-[minmax(0,53fr)_minmax(0,47fr)] md:grid-rows-1 md:left-hand:grid-cols-[minmax(0,47fr)_minmax(0,53fr)]">
          <div className="flex min-h-0 flex-col md:border-r-2 md:border-ink md:left-hand:order-last md:left-hand:border-r-0 md:left-hand:border-l-2">
            <Picture
              sheet={data.sheet}
              state={state}
              stops={stops}
              place={place}
              stop={stop}
              pose={pose}
              mover={current?.definition.test}
              after={left.posture === undefined ? undefined : withKnown(state, left)}
              onGo={goVisit}
            />
            <div className="hidden md:block">{asksState ? <StateStrip {...strip} /> : null}</div>
          </div>
          <section className="flex min-h-0 flex-col" aria-label={t(`stop.${stop}`)}>
            <div ref={panel} className="flex-1 overflow-y-auto px-4 pt-3 pb-2 md:px-6">
              <CardHead
                model={model}
                card={card}
                visit={visit}
                place={place}
                other={posed.has(stop) ? (boardShown ? "pose" : "board") : undefined}
                onOther={() => setBoardShown((was) => !was)}
                onLamps={posed.has(stop) ? () => setLampsShown(true) : undefined}
                onKeys={() => setKeysShown(true)}
                onDecide={() => setDeciding(true)}
              />
              {index === 0 && !model.facts.operatorAuthorised ? (
                <p role="alert" className="mt-2 border-[2.5px] border-tag p-3 font-semibold">
                  {t("inspect.notTrained", { family: t(`family.${data.sheet.family}`).toLowerCase() })}
                </p>
              ) : null}
              {index === 0 && model.facts.unfamiliar > 0 ? (
                <p role="alert" className="mt-2 border-[2.5px] border-tag p-3 font-semibold">
                  {t("inspect.notFamiliar")}{" "}
                  <Link className="underline" href={`/units/${encodeURIComponent(data.plate)}/familiar`}>
                    {t("inspect.getFamiliar")}
                  </Link>
                </p>
              ) : null}
              {index === 0 || untold ? (
                <>
                  <AsFound model={model} />
                  <CarryWords model={model} />
                </>
              ) : null}
              {model.heldFrom === undefined || assessment.findings.length === 0 ? null : (
                <div className="mt-2.5 empty:hidden">
                  <WayHomeWords
                    input={model.walked}
                    events={model.state.events}
                    heldFrom={model.heldFrom}
                    findings={assessment.findings}
                  />
                </div>
              )}
              <CardLines
                card={card}
                model={model}
                current={current}
                toSet={toSet}
                onDone={held ? (steps) => void record(steps) : undefined}
                onFine={fine}
                onBoth={fineTogether}
                onWrong={setWrong}
                onMeasure={measured}
              />
              <div className="-mx-4 mt-4 md:hidden">{asksState ? <StateStrip {...strip} /> : null}</div>
            </div>
            <CardFoot
              first={untold ? t("inspect.foundFirst") : undefined}
              listed={together}
              allSeen={allSeen}
              open={openHere}
              next={
                next === undefined ? undefined : (model.plan.visits[cards[next]?.visit ?? 0]?.stop ?? "close")
              }
              stop={stop}
              sets={!held && undone().length > 0}
              onListed={() => void asListed()}
              onForward={() => void forward()}
              onBack={index === 0 ? undefined : () => go(index - 1)}
            />
          </section>
        </main>
      )}
      <WrongDialog
        check={locked ? undefined : wrong}
        data={data}
        matters={model.facts.matters}
        state={wrong === undefined ? state : stateFor(card, wrong)}
        readings={readingsOf(model)}
        made={wrong === undefined ? nothing : testsMade(model)}
        looked={(wrong && reduction.lookedInto.get(wrong.key)) ?? unlooked}
        helps={helps}
        onLooked={(check, interlock) =>
          void model.dispatch({ act: "changed", steps: [lookedIntoStep(check.key, interlock)] })
        }
        onClose={() => setWrong(undefined)}
        onAnswer={(check, { condition, note, putRight, where, sizeMm, ruledOut, pictures }) => {
          void answer({
            act: "found",
            check,
            result: {
              condition,
              ...(note ? { note } : {}),
              ...(putRight ? { putRight } : {}),
              ...(where ? { where: [...where] } : {}),
              ...(sizeMm ? { sizeMm } : {}),
              ...(ruledOut ? { ruledOut: [...ruledOut] } : {}),
              ...(pictures ? { pictures: [...pictures] } : {}),
            },
          }).then(() => (pictures === undefined ? undefined : outbox().send()));
          setWrong(undefined);
        }}
        onWorks={(check, cause) => {
          fine(check, cause);
          setWrong(undefined);
        }}
        answered={wrong !== undefined && (reduction.given.get(wrong.key)?.length ?? 0) > 0}
        onCorrect={(check, to) => {
          setWrong(undefined);
          if ("fine" in to) fine(check);
          else measured(check, to.reading);
        }}
        onSkip={(check, reason) => {
          void answer({ act: "skipped", check, reason });
          setWrong(undefined);
        }}
      />
      <WhichDialog
        open={!locked && choosing}
        checks={card.checks}
        onClose={() => setChoosing(false)}
        onPick={(check) => {
          setChoosing(false);
          setWrong(check);
        }}
      />
      <SupersedeDialog open={!locked && waits} onClose={drop} onReason={because} />
      <TheirsDialog open={!locked && theirs} onClose={readTheirs} />
      {lampsShown && !locked ? <LampReader sheet={data.sheet} onClose={() => setLampsShown(false)} /> : null}
      <KeysDialog open={!locked && keysShown} onClose={() => setKeysShown(false)} />
    </div>
  );
}
