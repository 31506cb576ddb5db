import type { Harm } from "../machine/action";
import type { Fault } from "../machine/faults";
import type { Machine } from "../machine/machine";
import { step } from "../machine/step";
import type { State, StopId } from "../vocabulary/state/values";
import type { Moment } from "./along";
import type { Failed } from "./faults";
import { harmIn, run } from "./run";
import { isRaised, waysHome } from "./way-home";

/** What doing an act would do to somebody, were a part failed that nothing has shown yet. */
export interface Hazard extends Fault {
  readonly step: string;
  readonly harm: Harm["harm"] | "stranded";
}

/** The stops somebody can strike from where they stand, each proven before this act. */
type ProvenStops = ReadonlySet<StopId>;

const withinReach = ({ who }: State, stop: StopId): boolean =>
  who === "platform" ? stop === "stop.platform" : stop !== "stop.platform";

/** The harm an act brings on a failing machine that no proven stop ends; none where nobody is in its way. */
export function harmUnder(
  sound: Machine,
  failed: Failed,
  moment: Moment,
  proven: ProvenStops,
  people: number,
): readonly Hazard["harm"][] {
  if (moment.from.who !== "platform" && (moment.from.near ?? "clear") === "clear") return [];
  const { machine, fault } = failed;
  const { harm, state } = harmIn(sound, failed, moment.from, moment.act, moment.healthy);
  const hurt = harm.filter(({ who }) => who !== "nobody").map((one) => one.harm);
  const stoppable = (one: Harm["harm"]) =>
    (one === "moves_unbidden" || one === "does_not_stop") &&
    machine.stops.some(
      (stop) => proven.has(stop) && withinReach(moment.from, stop) && endsIt(machine, state, stop),
    );
  const left: Hazard["harm"][] = [...new Set(hurt)].filter((one) => !stoppable(one));
  // What works now and then is tried again until it does.
  const gone =
    fault.mode !== "intermittent" && aloft(machine, state) && waysHome(machine, state, people).length === 0;
  return gone ? [...left, "stranded"] : left;
}

/** Struck, nothing goes on. */
function endsIt(machine: Machine, state: State, stop: StopId): boolean {
  const after = step(machine, state, { do: "set", variable: stop, to: "in" }, 0);
  return !after.acceptable.some(({ see }) => see === "keeps_moving") && after.state.moving === "none";
}

const aloft = (machine: Machine, state: State): boolean =>
  state.who === "platform" && isRaised(machine, state);

/**
 * The acts after which somebody is aloft and no one way down works under every fault that would have shown just what was
 * seen there.
 */
export function withoutWayHome(
  firstSeen: readonly { readonly moment: Moment; readonly failed: readonly Failed[] }[],
  people: number,
): readonly { readonly step: string; readonly faults: readonly string[] }[] {
  const lost: { step: string; faults: readonly string[] }[] = [];
  for (const { moment, failed } of firstSeen) {
    if (moment.from.who !== "platform") continue;
    const alike = new Map<string, { readonly names: string[]; ways: readonly string[] }>();
    for (const { fault, machine } of failed) {
      const { answers, state } = run(machine, moment.from, moment.act);
      if (!aloft(machine, state)) continue;
      const seen = answers.map((one) => one.join(" or ")).join("; ");
      const ways = waysHome(machine, state, people).map(({ by, power }) => `${by} ${power}`);
      const group = alike.get(seen);
      if (group === undefined) alike.set(seen, { names: [`${fault.component} ${fault.mode}`], ways });
      else {
        group.names.push(`${fault.component} ${fault.mode}`);
        group.ways = group.ways.filter((way) => ways.includes(way));
      }
    }
    for (const { names, ways } of alike.values())
      if (ways.length === 0) lost.push({ step: moment.step, faults: names });
  }
  return lost;
}
