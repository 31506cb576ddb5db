import type { CheckKey } from "../catalogue/catalogue";
import type { Finding } from "../grade/assess";
import type { Reduction } from "../record/reduce";
import type { Side } from "../vocabulary/sides";

/** A finding as one of two walks saw it. */
export interface DamageMark {
  readonly check: CheckKey;
  readonly condition: string;
  readonly note?: string;
  readonly where?: readonly Side[];
  readonly sizeMm?: number;
  /** SHA-256 of each picture. */
  readonly pictures: readonly string[];
}

/** What a walk says of the places of a machine. */
export interface WalkSaw {
  /** What it found, and what it inherited and found as it was. */
  readonly marks: readonly DamageMark[];
  /** The checks it answered: of any other it says nothing. */
  readonly looked: ReadonlySet<CheckKey>;
}

/** What became of a place between two walks. */
export type Became = "new" | "there_before" | "grown" | "gone" | "not_told";

export interface DamageRow {
  readonly check: CheckKey;
  readonly condition: string;
  readonly became: Became;
  readonly before?: DamageMark;
  readonly after?: DamageMark;
}

/** What a tape tells apart. */
const grownBy = 1.2;

/** What is on a machine besides its findings: open before a walk, by the id of its finding. */
export type Inherited = ReadonlyMap<string, DamageMark>;

/** What a walk saw, from what it found, what it said of what was open before, and what it answered. */
export function walkSaw(findings: readonly Finding[], reduction: Reduction, inherited: Inherited): WalkSaw {
  const found = findings
    .filter(({ place }) => !place)
    .map(({ check, condition, note, where, sizeMm, pictures = [] }) => ({
      ...{ check, condition, pictures },
      ...(note !== undefined && { note }),
      ...(where !== undefined && { where }),
      ...(sizeMm !== undefined && { sizeMm }),
    }));
  const same = [...reduction.matters].flatMap(([id, { says }]) => {
    const mark = says === "gone" ? undefined : inherited.get(id);
    return mark === undefined || found.some((one) => sameMark(one, mark)) ? [] : [mark];
  });
  const looked = new Set(
    [...reduction.given].flatMap(([check, given]) =>
      given.some(({ type }) => type !== "skipped") ? [check] : [],
    ),
  );
  return { marks: [...found, ...same], looked };
}

const sameMark = (a: DamageMark, b: DamageMark): boolean =>
  a.check === b.check && a.condition === b.condition;

/**
 * Two walks of the same machine held against each other, place by place. Only what the earlier walk looked at and did not find is new;
 * where it did not look nothing is told, and the hirer cannot be said to have done it. What has grown by a fifth has grown.
 */
export function damageBetween(before: WalkSaw, after: WalkSaw): readonly DamageRow[] {
  const rows = after.marks.map((mark): DamageRow => {
    const was = before.marks.find((one) => sameMark(one, mark));
    const { check, condition } = mark;
    if (was === undefined)
      return { check, condition, became: before.looked.has(check) ? "new" : "not_told", after: mark };
    const grown = was.sizeMm !== undefined && mark.sizeMm !== undefined && mark.sizeMm > was.sizeMm * grownBy;
    return { check, condition, became: grown ? "grown" : "there_before", before: was, after: mark };
  });
  const gone = before.marks
    .filter((mark) => !after.marks.some((one) => sameMark(one, mark)))
    .map((mark): DamageRow => {
      const { check, condition } = mark;
      return { check, condition, became: after.looked.has(check) ? "gone" : "not_told", before: mark };
    });
  return [...rows, ...gone];
}

/** What two people have agreed, or one has said, of a place. */
export const damageSays = ["wear", "damage", "open"] as const;
export type DamageSays = (typeof damageSays)[number];
