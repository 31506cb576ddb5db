import type { FunctionGroup } from "../../machine/functions";
import type { State } from "../../vocabulary/state/values";
import type { Station } from "../../vocabulary/stations";
import type { Act, Deed, Must, Setting } from "./act";
import { act, deadSensor, enabled, letGo, type Move, move, mover, operate, shortS } from "./deeds";

interface More {
  /** Pressed, chosen or held for this act. */
  readonly given?: State;
  /** With this it would move: what the movement is picked by. */
  readonly without?: State;
  readonly after?: readonly Deed[];
}

/** One movement, its enable held, and what must be seen of it because of one interlock. */
function one(
  setting: Setting,
  tried: Move | undefined,
  must: Must,
  because: string,
  more: More,
): readonly Act[] {
  if (tried === undefined) return [];
  return [
    act(
      tried,
      [
        ...enabled(setting.machine, tried.station),
        operate(tried, shortS, must),
        ...(more.after ?? []),
        letGo(tried),
      ],
      { ...(more.given === undefined ? {} : { given: more.given }), claims: [deadSensor(because)] },
    ),
  ];
}

/** This movement stays, because of that. */
export const refuses = (
  setting: Setting,
  station: Station,
  [fn, direction]: readonly [string, string],
  because: string,
  more: More = {},
): readonly Act[] =>
  one(setting, move(setting.machine, station, fn, direction), { must: "stay", because }, because, more);

/** Whatever would move here stays, because of that. */
export const refusesAny = (
  setting: Setting,
  station: Station,
  groups: readonly FunctionGroup[] | undefined,
  because: string,
  more: More = {},
): readonly Act[] =>
  one(setting, mover(setting, station, groups, more.without), { must: "stay", because }, because, more);

/** Whatever would move here at its speed only creeps, because of that. */
export const slows = (
  setting: Setting,
  station: Station,
  groups: readonly FunctionGroup[],
  because: string,
  more: More = {},
): readonly Act[] =>
  one(setting, mover(setting, station, groups), { must: "slow_down", because }, because, more);
