"use client";
import {
  DndContext,
  type DragEndEvent,
  KeyboardCode,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useTranslations } from "next-intl";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Option } from "@/core/shift/options";
import { withPins } from "@/core/shift/pins";
import { type Slot, timetableOf } from "@/core/shift/timetable";
import { type ShiftPlanner, shiftPlanner } from "@/device/shift/shift-planner";
import { Problem } from "@/kit/problem";
import { clock } from "../states";
import type { PlanToChange } from "./change-plan";
import { lateWords, othersWords } from "./option-words";
import { usePins } from "./use-pins";

/** Fingers that only pass by pick nothing up. */
const pickUpAfterPx = 8;

/** Where something is put down: with somebody, or before all else that is theirs. */
const firstOf = "first ";
const droppedOn = (id: string | number) => {
  const first = `${id}`.startsWith(firstOf);
  return { person: first ? `${id}`.slice(firstOf.length) : `${id}`, first };
};

/** The arrow keys go from one name to the next, and to what comes first there. */
const betweenLanes: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const rects = [...context.droppableRects].map(([id, rect]) => ({ ...droppedOn(id), rect }));
  const lanes = rects.filter(({ first }) => !first).sort((a, b) => a.rect.top - b.rect.top);
  const at = lanes.findLastIndex(({ rect }) => rect.top <= currentCoordinates.y + 1);
  const { x } = currentCoordinates;
  const firstAt = (lane: number) =>
    rects.find(({ first, person }) => first && person === lanes[lane]?.person)?.rect;
  const step = { [KeyboardCode.Down]: 1, [KeyboardCode.Up]: -1 }[event.code as KeyboardCode.Down];
  if (step !== undefined) {
    event.preventDefault();
    const next = Math.min(lanes.length - 1, Math.max(0, at + step));
    const top = lanes[next]?.rect.top;
    return top === undefined ? undefined : { x, y: top + 4 };
  }
  const box = firstAt(Math.max(0, at));
  if (box === undefined) return undefined;
  if (event.code === KeyboardCode.Left) {
    event.preventDefault();
    return { x: box.left, y: box.top };
  }
  if (event.code === KeyboardCode.Right) {
    event.preventDefault();
    return { x: box.right + 24, y: (lanes[Math.max(0, at)]?.rect.top ?? box.top) + 4 };
  }
  return undefined;
};

/** Each person with what they inspect when; a unit is dragged to somebody else, by finger, mouse or keys, and each says what that would cost. */
export function PeopleLanes({ plan }: { plan: PlanToChange }) {
  const t = useTranslations("shift.plan");
  const { morning, pins, plates, people } = plan;
  const now = useMemo(() => timetableOf(withPins(morning, pins), plan.plan), [morning, pins, plan.plan]);
  const planner = useRef<ShiftPlanner | undefined>(undefined);
  useEffect(() => () => planner.current?.close(), []);
  const [dragged, setDragged] = useState<string>();
  const [costs, setCosts] = useState<readonly Option[]>();
  const [firstCosts, setFirstCosts] = useState<readonly Option[]>();
  const [over, setOver] = useState("");
  const { say, problem } = usePins(plan);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: pickUpAfterPx } }),
    useSensor(KeyboardSensor, { coordinateGetter: betweenLanes }),
  );
  const pickUp = (unitId: string) => {
    setDragged(unitId);
    setCosts(undefined);
    setFirstCosts(undefined);
    planner.current ??= shiftPlanner();
    const asked = [morning, pins, plan.plan, now, unitId] as const;
    void planner.current.people(...asked).then(setCosts);
    void planner.current.people(...asked, true).then(setFirstCosts);
  };
  const letGo = () => {
    setDragged(undefined);
    setCosts(undefined);
    setOver("");
  };
  const workOf = (id: string) =>
    morning.units.find((one) => one.id === id) ?? morning.jobs.find((one) => one.id === id);
  const holderOf = (unitId: string) => now.slots.find(({ workId }) => workId === unitId)?.personId;
  const costFor = (person: string, first: boolean): string => {
    if (dragged === undefined || (holderOf(dragged) === person && !first)) return "";
    if (workOf(dragged)?.minutesBy[person] === undefined) return t("mayNot");
    const option = (first ? firstCosts : costs)?.find(({ value }) => value === person);
    if (option === undefined) return t("working");
    const words = [lateWords(t, option), ...othersWords(t, option, plan.crews, plates)];
    return [...(first ? [t("asFirst")] : []), ...words].join(", ");
  };
  const put = async ({ active, over }: DragEndEvent) => {
    const unitId = `${active.id}`;
    const { person, first } = droppedOn(over?.id ?? "");
    letGo();
    const may = workOf(unitId)?.minutesBy[person];
    if (may === undefined || (holderOf(unitId) === person && !first)) return;
    const crew = now.crews.find((one) => one.unitId === unitId)?.crewId;
    await say("PUT", {
      ...{ kind: "person", about: unitId, value: person, crew },
      ...(first ? { first: true } : {}),
    });
  };
  const plate = (id: string | number) => plates[`${id}`] ?? "";
  const name = (id: string | number | undefined) => people[droppedOn(id ?? "").person] ?? "";
  const costOver = (id: string | number) => costFor(droppedOn(id).person, droppedOn(id).first);
  return (
    <section className="px-4 pt-4 md:px-5" aria-label={t("lanes")}>
      <h2 className="text-[20px] font-bold">{t("lanes")}</h2>
      <p className="max-w-[90ch] text-ink2" id="lanes-help">
        {t("lanesHelp")}
      </p>
      <DndContext
        sensors={sensors}
        onDragStart={({ active }) => pickUp(`${active.id}`)}
        onDragOver={({ over: on }) => setOver(`${on?.id ?? ""}`)}
        onDragEnd={(event) => void put(event)}
        onDragCancel={letGo}
        accessibility={{
          screenReaderInstructions: { draggable: t("lanesHelp") },
          announcements: {
            onDragStart: ({ active }) => t("picked", { plate: plate(active.id) }),
            onDragOver: ({ active, over }) =>
              over === null
                ? undefined
                : t("over", { plate: plate(active.id), name: name(over.id), cost: costOver(over.id) }),
            onDragEnd: ({ active, over }) =>
              t("dropped", { plate: plate(active.id), name: name(over?.id ?? holderOf(`${active.id}`)) }),
            onDragCancel: ({ active }) =>
              t("putBack", { plate: plate(active.id), name: name(holderOf(`${active.id}`)) }),
          },
        }}
      >
        <ul className="mt-2">
          {morning.people.map(({ id, underWay }) => (
            <Lane key={id} id={id} name={name(id)} cost={costFor(id, over === `${firstOf}${id}`)}>
              {now.slots.some(({ personId }) => personId === id) ? null : (
                <span className="text-ink2">{t("idle")}</span>
              )}
              {now.slots
                .filter(({ personId }) => personId === id)
                .map((slot) => (
                  <Walk
                    key={slot.workId}
                    slot={slot}
                    plan={plan}
                    words={
                      plan.jobs[slot.workId] === undefined
                        ? t("drag", { plate: plate(slot.workId), name: name(id) })
                        : t("dragJob", {
                            ...{ job: plan.jobs[slot.workId] ?? "", plate: plate(slot.workId) },
                            name: name(id),
                          })
                    }
                    fixed={underWay?.workId === slot.workId}
                    isFirst={pins.first[id] === slot.workId}
                  />
                ))}
            </Lane>
          ))}
        </ul>
      </DndContext>
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}

function Lane({
  id,
  name,
  cost,
  children,
}: {
  id: string;
  name: string;
  /** What it would cost to put here what is held; empty where nothing is, or where it comes from. */
  cost: string;
  children: React.ReactNode;
}) {
  const t = useTranslations("shift.plan");
  const { setNodeRef, isOver } = useDroppable({ id });
  const first = useDroppable({ id: `${firstOf}${id}` });
  return (
    <li
      ref={setNodeRef}
      className={`grid min-h-[64px] grid-cols-[110px_1fr] items-center gap-x-4 border-b border-line py-1.5 md:grid-cols-[130px_1fr_320px] ${isOver ? "outline-3 outline-brass" : ""}`}
    >
      <b>{name}</b>
      <span className="flex flex-wrap items-center gap-2">
        {/* Where something is put that is to come first. */}
        <span
          ref={first.setNodeRef}
          aria-hidden="true"
          className={`grid min-h-[48px] w-[64px] place-items-center border-2 border-dashed border-ink3 text-ink2 ${first.isOver ? "outline-3 outline-brass" : ""}`}
        >
          {t("firstBox")}
        </span>
        {children}
      </span>
      {/* It keeps its place while nothing is held, so that nothing jumps under a finger. */}
      <span className="col-span-2 min-h-6 text-ink2 md:col-span-1">{cost}</span>
    </li>
  );
}

function Walk({
  slot,
  plan,
  words,
  fixed,
  isFirst,
}: {
  slot: Slot;
  plan: PlanToChange;
  words: string;
  /** It is under way and stays. */
  fixed: boolean;
  /** The supervisor has put it first. */
  isFirst: boolean;
}) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: slot.workId,
    disabled: fixed,
  });
  const t = useTranslations("shift.plan");
  const job = plan.jobs[slot.workId];
  const at = (minute: number) => clock(plan.startMs + minute * 60_000, plan.zone);
  return (
    <button
      type="button"
      ref={setNodeRef}
      className={`min-h-[48px] touch-none border-2 border-ink px-2.5 font-semibold ${fixed ? "bg-ink text-chalk" : "bg-chalk"} ${isDragging ? "relative z-10 border-brass" : ""}`}
      style={transform === null ? undefined : { transform: `translate(${transform.x}px, ${transform.y}px)` }}
      {...attributes}
      {...listeners}
      aria-label={words}
      disabled={fixed}
    >
      {plan.plates[slot.workId] ?? ""}
      {job === undefined ? "" : `, ${job}`}
      {isFirst ? `, ${t("asFirst")}` : ""}
      <span className="block text-[17px] font-normal">
        {at(slot.startMin)}–{at(slot.endMin)}
      </span>
    </button>
  );
}
