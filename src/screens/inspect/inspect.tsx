"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { said } from "@/core/underway/follow";
import type { EventBody } from "@/device/inspection-log";
import { Board, type BoardStop, Strip } from "@/kit/board/board";
import { Button, Key } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { Caution } from "@/kit/plate";
import { Pose } from "@/kit/pose/pose";
import { WayHomeWords } from "../proof/way-home";
import { AsFound } from "./as-found";
import { CarryWords, Changes, KeysDialog, SupersedeDialog } from "./card-parts";
import { isMove } from "./cards";
import { CheckRow } from "./check-row";
import { DecisionView } from "./decision";
import { InspectHeader } from "./header";
import { MatterLine } from "./matter-line";
import { type InspectData, mayMake, useInspection } from "./model";
import { MoveTable } from "./move-table";
import { listedOn, openIn, stopsOf } from "./progress";
import { useSeen } from "./seen";
import { useShownCard } from "./shown-card";
import { useSingleTaps } from "./single-taps";
import { StateStrip } from "./state-strip";
import { checkTitle } from "./words";
import { WrongDialog } from "./wrong-dialog";

const posed = new Set(["ground_tests", "stack", "ground_lowering", "platform_tests", "drive_tests"]);

/** The walk: the board, the present stop's checks, the function tests by station, and the decision. */
export function Inspect({ data }: { data: InspectData }) {
  const model = useInspection(data);
  const t = useTranslations();
  const { cards, log, held, reduction } = model;
  const { card, visit, index, place, next, go: goTo } = useShownCard(model);
  const [deciding, setDeciding] = useState(false);
  const [wrong, setWrong] = useState<Check>();
  const [choosing, setChoosing] = useState(false);
  const [superseding, setSuperseding] = useState<{ check: Check; body: EventBody; from: string }>();
  const [tagsHere, setTagsHere] = useState<readonly string[]>([]);
  const [keysShown, setKeysShown] = useState(false);
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

  /** A second answer names the first and says why it was wrong; the first stays on record. */
  const answer = useCallback(
    (check: Check, body: EventBody) => {
      const before = reduction.given.get(check.key)?.at(-1);
      const ended = model.assessment.byCheck.get(check.key)?.endedBy !== undefined;
      // The first thing found wrong where all seemed well needs no reason; anything else corrects what was said.
      const found = body.type === "answered" && body.result.kind === "condition";
      const wasFine = before?.type === "answered" && before.result.kind === "fine";
      if (before === undefined || ended || (found && wasFine)) void log.add([body]);
      else setSuperseding({ check, body, from: before.id });
    },
    [log, reduction, model.assessment],
  );
  const fine = useCallback(
    (check: Check, cause?: string) =>
      answer(check, {
        type: "answered",
        check: check.key,
        result: { kind: "fine", ...(cause === undefined ? {} : { cause }) },
      }),
    [answer],
  );
  const both = useCallback(
    (checks: readonly Check[]) =>
      void log.add(
        checks.map(({ key }) => ({ type: "answered", check: key, result: { kind: "fine" } }) as const),
      ),
    [log],
  );
  const measured = (check: Check, value: number, limitRead: number | undefined) =>
    answer(check, {
      type: "measured",
      check: check.key,
      value,
      ...(limitRead === undefined ? {} : { limitRead }),
    });

  const openHere = card === undefined ? 0 : openIn(model, card);
  const current = card?.checks.find(
    (check) => mayMake(check, held) && model.assessment.byCheck.get(check.key)?.status === "open",
  );
  const undone = card?.changes.filter((step) => !reduction.changed.has(step.id)) ?? [];
  const asleep = openHere > 0 || (undone.length > 0 && !held);
  const last = next === undefined;
  const listed = useMemo(() => (card === undefined ? undefined : listedOn(model, card)), [model, card]);
  const forward = useCallback(() => {
    if (asleep) return;
    if (next === undefined) setDeciding(true);
    else go(next);
  }, [asleep, next, go]);
  // Each card is read from its top, on a phone where the page scrolls and on a tablet where its panel does.
  const panel = useRef<HTMLDivElement>(null);
  const allSeen = useSeen(panel, card?.checks.map(({ key }) => key).join(" ") ?? "");
  const together = (listed?.checks.length ?? 0) > 1 && (undone.length === 0 || held) ? listed : undefined;
  const mayList = together !== undefined && together.before === undefined && allSeen;
  const asListed = useCallback(() => {
    if (!mayList || together === undefined) return;
    void log.add(
      together.checks.map(({ key }) => ({ type: "answered", check: key, result: { kind: "fine" } }) as const),
    );
    if (next === undefined) setDeciding(true);
    else go(next);
  }, [mayList, together, log, next, go]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the card shown is what it waits for
  useEffect(() => {
    window.scrollTo(0, 0);
    panel.current?.scrollTo(0, 0);
  }, [index, deciding]);
  const makeChanges = useCallback(() => {
    if (undone.length > 0) void log.add(undone.map((step) => ({ type: "changed", step: step.id })));
  }, [log, undone]);

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const target = event.target;
      const typing = target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;
      if (
        typing ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        document.querySelector("[role=dialog]") !== null ||
        deciding
      )
        return;
      const pressed = event.key.toLowerCase();
      if (pressed === "n" || event.key === "ArrowRight") forward();
      else if (pressed === "p" || event.key === "ArrowLeft") go(index - 1);
      else if (pressed === "d") makeChanges();
      else if (pressed === "l") asListed();
      else if (
        pressed === "f" &&
        current !== undefined &&
        current.definition.measure === undefined &&
        undone.length === 0
      )
        fine(current);
      else if (pressed === "w" && card !== undefined)
        card.checks.length === 1 ? setWrong(card.checks[0]) : setChoosing(true);
      else if (event.key === "?") setKeysShown(true);
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [forward, go, index, makeChanges, asListed, fine, current, card, deciding, undone.length]);

  const onlyOnce = useSingleTaps();

  if (card === undefined) return null;
  const stop = visit?.stop ?? "close";
  const changedHere = new Set(card.changes.map((c) => c.change.variable));
  const unmade = model.plan.incomplete.filter(({ reason }) => reason.why === "held").length;
  const strip = {
    state: card.state,
    changed: changedHere,
    title: t("inspect.leaveLike"),
    sheet: data.sheet,
    onStands: (variable: string, value: string) =>
      void log.add([{ type: "changed", step: said.stands(variable, value) }]),
  };
  const cautions = [...new Set(card.checks.flatMap((c) => c.definition.cautions ?? []))];
  const moves = card.checks.filter(isMove);
  const rows = card.checks.filter((check) => !isMove(check));
  const pose = posed.has(stop) && !boardShown;
  const mover = current?.definition.test;
  const poseWords =
    mover === undefined
      ? t(`stop.${stop}`)
      : t("inspect.movesNext", {
          what: `${t(`function.${mover.function}`)}, ${t(`direction.${mover.direction}`)}`,
        });
  const nextStop = next === undefined ? undefined : model.plan.visits[cards[next]?.visit ?? 0]?.stop;
  const minutes = Math.max(
    1,
    Math.round(cards.filter((c) => c.visit === place).reduce((sum, c) => sum + c.minutes, 0)),
  );

  return (
    <div className="flex min-h-dvh flex-col md:h-dvh" onClickCapture={onlyOnce}>
      <InspectHeader model={model} onTagged={(number) => setTagsHere((was) => [...was, number])} />
      {held || tags.length > 0 ? (
        <div role="status">
          <div className="hatched h-3.5" />
          <p className="border-b-2 border-tag bg-tag2 px-5 py-1.5 font-semibold text-tag">
            {t("inspect.held", { numbers: tags.join(", ") })}{" "}
            {unmade > 0 ? t("plan.heldRest", { count: unmade }) : ""}
          </p>
        </div>
      ) : null}
      {model.state.held.map((held) => (
        <div
          key={held.id}
          role="alert"
          className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-ink px-5 py-1.5"
        >
          <p className="flex-1 font-semibold">
            {t("inspect.notTaken")} {held.problem}
          </p>
          {held.withdrawn ? (
            <span className="text-ink2">{t("inspect.withdrawn")}</span>
          ) : (
            <Button look="small" onClick={() => void log.withdraw(held.id)}>
              {t("inspect.withdraw")}
            </Button>
          )}
        </div>
      ))}
      {deciding ? (
        <DecisionView model={model} onBack={() => setDeciding(false)} onGo={goCheck} />
      ) : (
        <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr] md:grid-cols-[minmax(0,53%)_minmax(0,1fr)] md:grid-rows-1">
          <div className="flex min-h-0 flex-col md:border-r-2 md:border-ink">
            <div className="md:hidden">
              <Strip stops={stops} onGo={goVisit} />
            </div>
            <div
              className={`min-h-0 flex-1 flex-col justify-center overflow-hidden ${pose ? "flex" : "hidden md:flex"}`}
            >
              {pose ? (
                <Pose
                  sheet={data.sheet}
                  state={card.state}
                  moving={mover}
                  words={poseWords}
                  you={t("inspect.youAre")}
                />
              ) : (
                <Board sheet={data.sheet} stops={stops} now={place} onGo={goVisit} />
              )}
            </div>
            {pose ? (
              <div className="hidden border-t border-line md:block">
                <Strip stops={stops} onGo={goVisit} />
              </div>
            ) : null}
            <div className="hidden md:block">
              <StateStrip {...strip} />
            </div>
          </div>
          <section className="flex min-h-0 flex-col" aria-label={t(`stop.${stop}`)}>
            <div ref={panel} className="flex-1 overflow-y-auto px-4 pt-3 pb-2 md:px-6">
              <div className="flex items-start justify-between gap-3">
                <div>
                  <p className="font-medium text-ink2">
                    {t("inspect.stopOf", {
                      n: place + 1,
                      all: model.plan.visits.length,
                      place: t(`station.${visit?.station ?? "walk"}`),
                      minutes,
                    })}
                    {card.parts > 1 ? ` · ${card.part}/${card.parts}` : ""}
                  </p>
                  <h1 className="text-[28px] leading-tight font-bold">{t(`stop.${stop}`)}</h1>
                </div>
                <div className="flex gap-4 whitespace-nowrap text-ink2">
                  {posed.has(stop) ? (
                    <button
                      type="button"
                      className="hidden min-h-[48px] underline md:inline"
                      onClick={() => setBoardShown((was) => !was)}
                    >
                      {boardShown ? t("inspect.pose") : t("inspect.board")}
                    </button>
                  ) : null}
                  <button
                    type="button"
                    className="hidden min-h-[48px] underline md:inline"
                    onClick={() => setKeysShown(true)}
                  >
                    {t("inspect.keys")} ?
                  </button>
                  <button type="button" className="min-h-[48px] underline" onClick={() => setDeciding(true)}>
                    {t("inspect.decision")}
                  </button>
                </div>
              </div>
              {index === 0 && !model.facts.operatorAuthorised ? (
                <p role="alert" className="mt-2 border-[2.5px] border-tag p-3 font-semibold">
                  {t("inspect.notTrained", { family: t(`family.${data.sheet.family}`).toLowerCase() })}
                </p>
              ) : null}
              {index === 0 ? (
                <>
                  <AsFound model={model} />
                  <CarryWords model={model} />
                </>
              ) : null}
              {model.heldFrom === undefined || model.assessment.findings.length === 0 ? null : (
                <div className="mt-2.5 empty:hidden">
                  <WayHomeWords
                    input={model.input}
                    events={model.state.events}
                    heldFrom={model.heldFrom}
                    findings={model.assessment.findings}
                  />
                </div>
              )}
              {cautions.length === 0 ? null : (
                <div className="mt-2.5">
                  <Caution>
                    {cautions.map((c) => (
                      <p key={c}>{t(`caution.${c}`)}</p>
                    ))}
                  </Caution>
                </div>
              )}
              <Changes card={card} done={undone.length === 0} onDone={makeChanges} />
              <ul className="mt-1">
                {rows.map((check) => (
                  <CheckRow
                    key={check.key}
                    check={check}
                    model={model}
                    locked={!mayMake(check, held)}
                    current={check === current && undone.length === 0}
                    onFine={fine}
                    onWrong={setWrong}
                    onMeasure={measured}
                  />
                ))}
              </ul>
              {moves.length > 0 ? (
                <MoveTable
                  checks={moves}
                  model={model}
                  locked={held}
                  current={undone.length === 0 ? current?.key : undefined}
                  onFine={fine}
                  onBoth={both}
                  onWrong={setWrong}
                />
              ) : null}
              {model.matters
                .filter((matter) => moves.some((check) => check.key === matter.check))
                .map((matter) => (
                  <MatterLine key={matter.findingId} matter={matter} model={model} />
                ))}
              <div className="-mx-4 mt-4 md:hidden">
                <StateStrip {...strip} />
              </div>
            </div>
            <div className="sticky bottom-0 grid grid-cols-[auto_1fr] gap-3 border-t border-line bg-chalk px-4 py-3 md:px-6">
              <Button
                aria-label={t("inspect.back")}
                className="min-w-[60px]"
                disabled={index === 0}
                onClick={() => go(index - 1)}
              >
                ‹
              </Button>
              {mayList && together !== undefined ? (
                <Button look="go" onClick={asListed}>
                  {t("inspect.asListed", { count: together.checks.length })} <Key>L</Key>
                </Button>
              ) : together !== undefined ? (
                <Button look="asleep" aria-disabled="true">
                  {together.before === undefined
                    ? t("inspect.asListedUnseen", { count: together.checks.length })
                    : t("inspect.asListedAfter", {
                        count: together.checks.length,
                        what: checkTitle(t, together.before),
                      })}
                </Button>
              ) : asleep ? (
                <Button look="asleep" aria-disabled="true">
                  {undone.length > 0 && !held
                    ? t("inspect.first", { count: undone.length + openHere })
                    : t("inspect.open", { count: openHere })}
                </Button>
              ) : (
                <Button look="go" onClick={forward}>
                  {last
                    ? t("inspect.sign")
                    : nextStop === stop
                      ? t("inspect.nextHere")
                      : t("inspect.next", { stop: t(`stop.${nextStop ?? "close"}`) })}
                </Button>
              )}
            </div>
          </section>
        </main>
      )}
      <WrongDialog
        check={wrong}
        data={data}
        state={card.state}
        shown={card.checks.flatMap(({ key, definition: { test } }) =>
          test?.enable === "held" && model.assessment.byCheck.get(key)?.status === "fine" ? [test] : [],
        )}
        onClose={() => setWrong(undefined)}
        onAnswer={(check, { condition, note, putRight, ruledOut }) => {
          answer(check, {
            type: "answered",
            check: check.key,
            result: {
              kind: "condition",
              condition,
              ...(note ? { note } : {}),
              ...(putRight ? { putRight } : {}),
              ...(ruledOut ? { ruledOut: [...ruledOut] } : {}),
            },
          });
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
          else measured(check, to.value, to.limitRead);
        }}
        onSkip={(check, reason) => {
          answer(check, { type: "skipped", check: check.key, reason });
          setWrong(undefined);
        }}
      />
      <Dialog open={choosing} onClose={() => setChoosing(false)} title={t("inspect.which")}>
        <div className="mt-3 grid gap-2">
          {card.checks.map((check) => (
            <Button
              key={check.key}
              look="small"
              className="justify-start text-left"
              onClick={() => {
                setChoosing(false);
                setWrong(check);
              }}
            >
              {checkTitle(t, check)}
            </Button>
          ))}
        </div>
      </Dialog>
      <SupersedeDialog
        open={superseding !== undefined}
        onClose={() => setSuperseding(undefined)}
        onReason={(reason) => {
          if (superseding !== undefined)
            void log.add([
              { ...superseding.body, supersedes: { event: superseding.from, reason } } as EventBody,
            ]);
          setSuperseding(undefined);
        }}
      />
      <KeysDialog open={keysShown} onClose={() => setKeysShown(false)} />
    </div>
  );
}
