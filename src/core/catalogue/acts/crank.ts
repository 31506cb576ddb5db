import { type Act, fault, type Setting } from "./act";
import { act, deadSensor, enabled, letGo, move, operate, otherWay, secondsTo, shortS, wait } from "./deeds";

/** A turn up and a turn down; with its lock on it does not turn. */
export function crankTurns(setting: Setting): readonly Act[] {
  const up = move(setting.machine, "platform", "lift", "up");
  if (up === undefined) return [];
  const down = otherWay(up);
  return [
    act(up, [operate(up, shortS, { must: "stay", because: "crank_locked" }), letGo(up)], {
      given: { crankLock: "on" },
      claims: [deadSensor("crank_locked")],
    }),
    act(
      up,
      [
        operate(up, shortS, { must: "move" }),
        letGo(up, { must: "stop" }),
        wait(5, { must: "hold" }),
        operate(down, shortS, { must: "move" }),
        letGo(down),
      ],
      { claims: [fault("actuator.lift", "dead"), fault("actuator.lift", "crossed")] },
    ),
  ];
}

/** Up until the mast clears its chassis: the pins engage; down again, and they let go. */
export function brakePins(setting: Setting): readonly Act[] {
  const up = move(setting.machine, "platform", "lift", "up");
  if (up === undefined) return [];
  const down = otherWay(up);
  const here = secondsTo(up.fn, setting.stands("platform", "lift"), 0);
  return [
    act(
      up,
      [
        ...enabled(setting.machine, "platform"),
        operate(down, here + 1),
        operate(up, Math.max(here, 0.09 / up.fn.ratePerS), { must: "engage" }),
        letGo(up),
        operate(down, Math.max(here, 0.09 / up.fn.ratePerS) + 1, { must: "disengage" }),
        letGo(down),
        ...(here === 0 ? [] : [operate(up, here), letGo(up)]),
      ],
      { claims: [fault("brake_pins", "dead")] },
    ),
  ];
}
