import type { Fault } from "@/core/machine/faults";
import type { Lowering } from "@/core/machine/ways-down";
import type { T } from "../inspect/words";

/** A part of the machine in the trade's words: `coil.lift.up` is the lift's valve, up. */
export function componentWords(t: T, component: string): string {
  const [kind = "", ...rest] = component.split(".");
  const [first = "", second = "", third = ""] = rest;
  switch (kind) {
    case "stop":
      return t("proof.component.stop", { which: first.replaceAll("_", " ") });
    case "enable":
    case "panel":
      return t(`proof.component.${kind}`, { station: station(t, first) });
    case "pump":
    case "guard_switch":
    case "way":
      return t(`proof.component.${kind}_${first}`);
    case "switch":
      return t("proof.component.switch", { station: station(t, first), function: t(`function.${second}`) });
    case "contact":
      return t("proof.component.contact", {
        station: station(t, first),
        function: t(`function.${second}`),
        direction: t(`direction.${third}`),
      });
    case "coil":
      return t("proof.component.coil", {
        function: t(`function.${first}`),
        direction: t(`direction.${second}`),
      });
    case "actuator":
      return t("proof.component.actuator", { function: t(`function.${first}`) });
    case "manifold":
      return t("proof.component.manifold", { group: t(`proof.functions.${first}`) });
    case "sensor":
      return t("proof.component.sensor", { interlock: t(`interlock.${first}`) });
    case "lamp":
      return t("proof.component.lamp", { lamp: t(`lamp.${first}`) });
    case "alarm":
      return t("proof.component.alarm", { sound: t(`sound.${first}`) });
    default:
      return t(`proof.component.${kind}`);
  }
}

const station = (t: T, id: string) => t(`station.${id}`).toLowerCase();

/** A way of bringing it down: a station and its power, or a valve by hand. */
export const wayWords = (t: T, { by, power }: Lowering): string =>
  power === "none" ? componentWords(t, by) : t(`proof.home.${power}`, { station: station(t, by) });

/** A way to fail: the part, and how. */
export function faultWords(t: T, { component, mode }: Fault): string {
  const how = component.startsWith("sensor.") ? t(`proof.sensed.${mode}`) : t(`proof.mode.${mode}`);
  return `${componentWords(t, component)}: ${how}`;
}
