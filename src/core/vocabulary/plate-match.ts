/** A unit as somebody standing before it may name it. */
interface Named {
  readonly plate: string;
  readonly serial: string;
}

/** A plate or serial without what people type differently: case, spaces and dashes. */
export const barePlate = (typed: string): string => typed.toUpperCase().replace(/[^\p{L}\p{N}]/gu, "");

const lettersOf = (text: string): string => barePlate(text).replace(/[0-9]/g, "");
const numberOf = (text: string): string =>
  barePlate(text)
    .replace(/[^0-9]/g, "")
    .replace(/^0+(?=[0-9])/, "");

/** The least of a serial that tells a unit apart. */
const serialPart = 3;

/**
 * How well a unit fits what was typed: 0 where it is meant, 1 where it may be, undefined where it is not. `11`, `lm 11`,
 * `LM-011` and `lm11` all mean LM-11, and `1` may; three characters or more of a serial may mean its unit.
 */
export function plateFit(typed: string, { plate, serial }: Named): 0 | 1 | undefined {
  const asked = barePlate(typed);
  if (asked === "") return 1;
  const [letters, number] = [lettersOf(typed), numberOf(typed)];
  if (lettersOf(plate).startsWith(letters)) {
    if (number !== "" && numberOf(plate) === number) return 0;
    if (number === "" || numberOf(plate).startsWith(number)) return 1;
  }
  return asked.length >= serialPart && barePlate(serial).includes(asked) ? 1 : undefined;
}

/** The units that fit, those meant first, each kind in the order they were given. */
export function unitsFor<Unit extends Named>(typed: string, units: readonly Unit[]): readonly Unit[] {
  const of = (unit: Unit) => plateFit(typed, unit);
  return [...units.filter((unit) => of(unit) === 0), ...units.filter((unit) => of(unit) === 1)];
}

/** The unit that a code on a plate names: by the address of its page, its plate or its serial, whole; nothing less will do. */
export function unitOfCode<Unit extends Named>(code: string, units: readonly Unit[]): Unit | undefined {
  const named = barePlate(/\/units\/([^/?#\s]+)/.exec(code)?.[1] ?? code);
  if (named === "") return undefined;
  return units.find(({ plate, serial }) => barePlate(plate) === named || barePlate(serial) === named);
}
