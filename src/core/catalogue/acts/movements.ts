import { amount } from "../../machine/action";
import type { TestSetting } from "../../machine/expect";
import { sinks } from "../../machine/faults";
import type { State } from "../../vocabulary/state/values";
import { type Act, type Deed, fault, type Setting } from "./act";
import {
  act,
  confirm,
  enabled,
  letGo,
  type Move,
  move,
  operate,
  otherWay,
  secondsTo,
  shortS,
  wait,
} from "./deeds";

/** Long enough for a leak to show at the platform. */
const staysUpS = 6;

/**
 * One movement: it comes, the right way, at its speed, and stops when its switch is let go. What stands at the end it
 * moves towards is first moved a little the other way; a function that only comes once another is up has that done.
 */
export function movementActs(setting: Setting, test: TestSetting): readonly Act[] {
  const tried = move(setting.machine, test.station, test.function, test.direction);
  if (tried === undefined) return [];
  const { machine, stands } = setting;
  const { station, fn, direction } = tried;
  const before = stands(station, fn.group);
  const prepared = towerFirst(setting, tried, before);
  return [
    act(
      tried,
      [
        ...enabled(machine, station),
        ...prepared,
        ...drivenConfirmed(before),
        ...roomFirst(tried, before, prepared.length > 0),
        operate(tried, shortS, { must: "move" }),
        letGo(tried, { must: "stop" }),
        ...(sinks(fn) && direction === "up" ? [wait(staysUpS, { must: "hold" })] : []),
      ],
      {
        claims: [
          fault(`switch.${station}.${fn.id}`, "dead"),
          fault(`switch.${station}.${fn.id}`, "crossed"),
          fault(`switch.${station}.${fn.id}`, "stuck_on"),
          fault(`contact.${station}.${fn.id}.${direction}`, "dead"),
          fault(`coil.${fn.id}.${direction}`, "dead"),
          fault(`coil.${fn.id}.${direction}`, "stuck_on"),
          fault(`actuator.${fn.id}`, "dead"),
          fault(`actuator.${fn.id}`, "weak"),
        ],
      },
    ),
  ];
}

/** With the boom swung past the rear, drive asks for its confirmation. */
const drivenConfirmed = (before: State): readonly Deed[] =>
  before.directionConfirmed !== undefined && before.swung === "past_rear" ? [confirm] : [];

/** What stands where it could not go on is first moved the other way, far enough to come back by. */
function roomFirst(tried: Move, before: State, prepared: boolean): readonly Deed[] {
  const { fn } = tried;
  if (prepared || fn.ratePerS === 0) return [];
  const up = fn.directions[0] === tried.direction;
  const by = fn.ratePerS * (shortS + 0.3);
  const lowest = fn.signed ? -1 : fn.id === "jib" && before.jibStowOverride !== undefined ? 0.1 : 0;
  const room = Math.min(
    ...fn.axes.map((axis) => (up ? 1 - amount(before, axis) : amount(before, axis) - lowest)),
  );
  if (room >= by - 1e-9) return [];
  const back = otherWay(tried);
  return [operate(back, (by - room) / fn.ratePerS), letGo(back)];
}

/** A tower telescope comes only with its tower up. */
function towerFirst({ machine }: Setting, tried: Move, before: State): readonly Deed[] {
  if (tried.fn.id !== "tower_telescope") return [];
  const up = move(machine, tried.station, "tower", "up");
  if (up === undefined) return [];
  const outFirst = tried.direction === "in" ? [operate(otherWay(tried), shortS), letGo(tried)] : [];
  return [operate(up, secondsTo(up.fn, before, 1) + 1), letGo(up), ...outFirst];
}
