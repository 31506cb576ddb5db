import type { Check } from "@/core/catalogue/catalogue";
import { walkM_per_min } from "@/core/plan/places";
import type { PlanStep, Visit } from "@/core/plan/types";
import { type PlanState, withKnown, withValue } from "@/core/vocabulary/state/values";

export type ChangeStep = Extract<PlanStep, { kind: "change" | "close" }>;

/** What stands on a card, from its top to its foot. `state` is the machine once it is set for the line. */
export type CardLine =
  | { readonly kind: "set"; readonly steps: readonly ChangeStep[]; readonly state: PlanState }
  | { readonly kind: "caution"; readonly cautions: readonly string[]; readonly state: PlanState }
  | { readonly kind: "row"; readonly check: Check; readonly state: PlanState }
  | { readonly kind: "moves"; readonly checks: readonly Check[]; readonly state: PlanState };

/** What is on the screen at once: the checks of one place in their order, and how the machine is set between them. */
export interface Card {
  readonly visit: number;
  /** Which part of its place this is, and of how many. */
  readonly part: number;
  readonly parts: number;
  readonly lines: readonly CardLine[];
  readonly changes: readonly ChangeStep[];
  readonly checks: readonly Check[];
  /** The machine once everything on the card is done. */
  readonly state: PlanState;
  readonly minutes: number;
}

/** A check with the settings it asks for first; at the end of a place, settings alone. */
interface Block {
  readonly steps: readonly ChangeStep[];
  readonly check: Check | undefined;
  /** What to mind before it, by the machine and by the site's rules. */
  readonly cautions: readonly string[];
  readonly set: PlanState;
  /** The machine after it. */
  readonly left: PlanState;
  readonly minutes: number;
}

/** How much of a card's room a line takes, in pixels of a tablet of 1280 by 800. */
export type HeightOf = (line: CardLine) => number;

/** Room for a card's lines without scrolling, and how much of it the questions before the walk take on the first. */
const room = 556;
const roomOfQuestions = 140;

/** Cuts a plan's visits into cards: at each new place, and so that no card asks for scrolling. */
export function cardsOf(
  visits: readonly Visit[],
  found: PlanState,
  heightOf: HeightOf,
  rulesAt: (check: Check) => readonly string[] = () => [],
): readonly Card[] {
  let state = found;
  return visits.flatMap((visit, index) => {
    const blocks = blocksOf(visit.steps, state, rulesAt);
    state = blocks.at(-1)?.left ?? state;
    const parts = shared(blocks, index === 0 ? roomOfQuestions : 0, heightOf);
    return parts.map((part, i) => cardOf(part, index, i + 1, parts.length));
  });
}

function blocksOf(
  steps: readonly PlanStep[],
  from: PlanState,
  rulesAt: (check: Check) => readonly string[],
): readonly Block[] {
  const blocks: Block[] = [];
  let state = from;
  let sets: ChangeStep[] = [];
  let minutes = 0;
  const end = (check: Check | undefined) => {
    const left = check === undefined ? state : withKnown(state, check.definition.leaves ?? {});
    const cautions = check === undefined ? [] : [...(check.definition.cautions ?? []), ...rulesAt(check)];
    blocks.push({ steps: sets, check, cautions, set: state, left, minutes });
    state = left;
    sets = [];
    minutes = 0;
  };
  for (const step of steps) {
    minutes += step.minutes + step.walkM / walkM_per_min;
    if (step.kind === "check") end(step.check);
    else {
      sets.push(step);
      state = withValue(state, step.change.variable, step.change.to);
    }
  }
  if (sets.length > 0) end(undefined);
  return blocks;
}

/** As few cards as hold a place, about equally full. `taken` is room that the first has not. */
function shared(blocks: readonly Block[], taken: number, heightOf: HeightOf): readonly (readonly Block[])[] {
  const fewest = filled(blocks, room, taken, heightOf);
  for (let limit = Math.floor(room / 4); limit < room; limit += 20) {
    const even = filled(blocks, limit, taken, heightOf);
    if (even.length === fewest.length) return even;
  }
  return fewest;
}

function filled(
  blocks: readonly Block[],
  limit: number,
  taken: number,
  heightOf: HeightOf,
): readonly (readonly Block[])[] {
  const cards: Block[][] = [];
  const fits = (card: readonly Block[]) =>
    linesOf(card).reduce((sum, line) => sum + heightOf(line), cards.length === 1 ? taken : 0) <= limit;
  for (const block of blocks) {
    const card = cards.at(-1);
    // Two directions of one movement are one row.
    const joins = card !== undefined && (isSameMovement(card.at(-1), block) || fits([...card, block]));
    if (joins) card.push(block);
    else cards.push([block]);
  }
  return cards;
}

/** A caution stands before the first check of the card it is for; movements that follow one another share a table. */
function linesOf(blocks: readonly Block[]): readonly CardLine[] {
  const lines: CardLine[] = [];
  const cautioned = new Set<string>();
  for (const { steps, check, cautions: all, set: state } of blocks) {
    const cautions = all.filter((caution) => !cautioned.has(caution));
    for (const caution of cautions) cautioned.add(caution);
    if (cautions.length > 0) lines.push({ kind: "caution", cautions, state });
    if (steps.length > 0) lines.push({ kind: "set", steps, state });
    if (check === undefined) continue;
    const last = lines.at(-1);
    if (!isMove(check)) lines.push({ kind: "row", check, state });
    else if (last?.kind === "moves") lines[lines.length - 1] = { ...last, checks: [...last.checks, check] };
    else lines.push({ kind: "moves", checks: [check], state });
  }
  return lines;
}

const cardOf = (blocks: readonly Block[], visit: number, part: number, parts: number): Card => ({
  visit,
  part,
  parts,
  lines: linesOf(blocks),
  changes: blocks.flatMap(({ steps }) => steps),
  checks: blocks.flatMap(({ check }) => check ?? []),
  state: blocks.at(-1)?.set ?? {},
  minutes: blocks.reduce((sum, block) => sum + block.minutes, 0),
});

/** The settings a card asks for before any of some of its checks; all of it where none is given. */
export function setsBefore(card: Card, checks?: readonly Check[]): readonly ChangeStep[] {
  if (checks === undefined) return card.changes;
  const keys = new Set(checks.map(({ key }) => key));
  const holds = (line: CardLine) =>
    line.kind === "row"
      ? keys.has(line.check.key)
      : line.kind === "moves" && line.checks.some((c) => keys.has(c.key));
  const last = card.lines.findLastIndex(holds);
  return card.lines.slice(0, last + 1).flatMap((line) => (line.kind === "set" ? line.steps : []));
}

/** The machine as it is to be for a check of a card; as the card leaves it where none is given. */
export function stateFor(card: Card, check: Check | undefined): PlanState {
  const line = card.lines.find((one) =>
    one.kind === "row" ? one.check === check : one.kind === "moves" && one.checks.some((c) => c === check),
  );
  return line?.state ?? card.state;
}

/** What of a state a check leaves otherwise than it was set for it. */
export function leftBy(state: PlanState, check: Check | undefined): PlanState {
  const leaves: Readonly<Record<string, string>> = check?.definition.leaves ?? {};
  const known: Readonly<Record<string, string>> = state;
  return Object.fromEntries(Object.entries(leaves).filter(([id, value]) => known[id] !== value));
}

/** Made by the sheet's times: glow, crank, rest, warm. */
export const startsEngine = ({ change }: ChangeStep): boolean =>
  change.variable === "engine" && change.to === "running";

const functionOf = ({ definition: { test } }: Check) => test?.function;

const isSameMovement = (last: Block | undefined, next: Block): boolean =>
  next.steps.length === 0 &&
  last?.check !== undefined &&
  next.check !== undefined &&
  isMove(last.check) &&
  isMove(next.check) &&
  functionOf(last.check) === functionOf(next.check);

export const isMove = (check: Check): boolean => check.definition.id.startsWith("move.");
