import { soundOf } from "@/core/catalogue/alarms-heard";
import type { Check } from "@/core/catalogue/catalogue";
import { isListed } from "@/core/catalogue/listed";
import { readOff } from "@/core/catalogue/read-off";
import { waysToSay } from "@/core/measure/made-on";
import { methodsFor } from "@/core/measure/methods";
import { isTimed } from "@/core/measure/timer";
import { isWayDown } from "@/core/measure/way-down";
import { figureOf } from "@/core/sheet/read";
import { changeWords } from "../plan/words";
import { type HeightOf, startsEngine } from "./cards";
import type { InspectData } from "./inspect-data";
import { checkLook, sheetWords, type T } from "./words";

/** Letters on a line of a tablet's card: beside one button, beside two answers, beside a field for a reading, over the whole width. */
const letters = { besideFault: 50, besideAnswers: 37, besideField: 34, whole: 58 };
const textLine = 22.5;

const linesOf = (words: string, perLine: number): number => Math.max(1, Math.ceil(words.length / perLine));

/**
 * About how high each line of a card stands on a tablet, by the words on it: for cutting a place into cards. A guess
 * that is too low costs a scroll and nothing else.
 */
export function lineHeights(t: T, data: InspectData): HeightOf {
  const rows = new Map<string, number>();
  const rowHeight = (check: Check): number => {
    const { measure } = check.definition;
    const beside = isListed(check) ? letters.besideFault : letters.besideAnswers;
    const ways =
      measure === undefined ? 0 : methodsFor(measure.quantity, (id) => figureOf(data.sheet, id)).length;
    const perLine = measure === undefined ? beside : ways > 0 ? letters.whole : letters.besideField;
    const sheet = sheetWords(t, readOff(data.sheet, check), data.measures);
    // What was read stands under the words: the ways, the formula, the fields, the result.
    const field = measure === undefined ? 0 : ways === 0 ? 1 : 7;
    const timed = readOff(data.sheet, check).figures.some(({ id }) => isTimed(id)) ? 3 : 0;
    const heard = soundOf(data.sheet, check.definition.id) === undefined ? 0 : 3.4;
    // Which slopes and blocks serve, and a button.
    const made = waysToSay(data.sheet, check.definition.id).length > 0 ? 5.5 : 0;
    const topUps = (data.topUps[check.key] ?? 0) > 0 ? 2 : 0;
    const wayDown = isWayDown(check.definition.id) ? 3 : 0;
    // What it must show is worked out for the card that is shown, not for all of them.
    const musts = check.definition.tries === undefined ? 0 : 1;
    const under =
      musts + wayDown + field + timed + heard + made + topUps + (sheet === "" ? 0 : linesOf(sheet, perLine));
    return Math.max(66, 42 + textLine * (linesOf(checkLook(t, check), perLine) + under));
  };
  return (line) => {
    switch (line.kind) {
      case "set": {
        const lines = line.steps.map((step) => linesOf(changeWords(t, step.change), letters.whole));
        const timed = line.steps.some(startsEngine) && figureOf(data.sheet, "crank_limit") !== undefined;
        return 28 + (timed ? 150 : 0) + textLine * lines.reduce((sum, one) => sum + one, 0);
      }
      case "caution": {
        const lines = line.cautions.map((caution) => linesOf(t(`caution.${caution}`), letters.whole));
        return 34 + textLine * lines.reduce((sum, one) => sum + one, 0);
      }
      case "row": {
        const { key } = line.check;
        const height = rows.get(key) ?? rowHeight(line.check);
        rows.set(key, height);
        return height;
      }
      case "moves":
        return 40 + 60 * new Set(line.checks.map(({ definition: { test } }) => test?.function)).size;
    }
  };
}
