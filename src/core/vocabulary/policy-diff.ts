import type { Family } from "./families";
import { isWorse } from "./grades";
import { isShorter } from "./line-rule";
import type { Policy } from "./policy";
import { chosenIn, policyChoiceIds, strictnessOf } from "./policy-choices";
import { policyFor } from "./policy-for";
import { practiceIds, practiceOf } from "./practice";
import { workplaceNumber, workplaceNumberIds, workplaceNumbers } from "./workplace-rules";

/** One matter in which two policies differ. */
export interface PolicyDifference {
  /** The matter, by its name in the policy; of an owner's rule the check and condition too. */
  readonly matter: string;
  readonly was: unknown;
  readonly is: unknown;
  /** Whether the second asks less, holds less, or lets more people do it; an order of the walk is neither. */
  readonly softer: boolean;
  /** Where it is so for the units of one family, and not for the whole site. */
  readonly family?: Family;
}

/** Who may say a finding is gone, from the most lenient; what is not said is the strictest. */
const goneRank = (who: string | undefined): number => ["inspector", "supervisor", undefined].indexOf(who);

/** A number of which more is more lenient, and what it is where it is not said. */
const lenient = { repairWithinDays: 0, topUpsAllowed: 1, longestWalkMin: 240 } as const;

/**
 * Everything in which two policies differ, and which of it is softer in the second: of the site, then of each family in
 * which it is otherwise there.
 */
export function policyDiff(before: Policy, after: Policy): readonly PolicyDifference[] {
  const site = mattersDiff(before, after);
  const known = new Set(site.map(asText));
  const families = [before, after].flatMap((policy) => Object.keys(policy.families ?? {}) as Family[]);
  return [
    ...site,
    ...[...new Set(families)].sort().flatMap((family) =>
      mattersDiff(policyFor(before, family), policyFor(after, family))
        .filter((one) => !known.has(asText(one)))
        .map((one) => ({ ...one, family })),
    ),
  ];
}

const asText = ({ matter, was, is }: PolicyDifference): string => JSON.stringify([matter, was, is]);

function mattersDiff(before: Policy, after: Policy): readonly PolicyDifference[] {
  const differences: PolicyDifference[] = [];
  const note = (matter: string, was: unknown, is: unknown, softer: boolean) => {
    if (JSON.stringify(was) !== JSON.stringify(is)) differences.push({ matter, was, is, softer });
  };
  for (const matter of policyChoiceIds) {
    const [was, is] = [chosenIn(before, matter), chosenIn(after, matter)];
    note(matter, was, is, strictnessOf(matter, is) < strictnessOf(matter, was));
  }
  const [orders, ordersThen] = [practiceOf(before), practiceOf(after)];
  // An order of the walk is neither stricter nor softer; a survey that is not worked out any more asks less.
  for (const id of practiceIds)
    note(id, orders[id], ordersThen[id], id === "survey" && orders[id] === "apart");
  const more = after.upkeep.filter((id) => !before.upkeep.includes(id));
  const fewer = before.upkeep.filter((id) => !after.upkeep.includes(id));
  for (const id of more) note(`upkeep.${id}`, false, true, true);
  for (const id of fewer) note(`upkeep.${id}`, true, false, false);
  for (const [matter, otherwise] of Object.entries(lenient)) {
    const [was, is] = [before, after].map((policy) => policy[matter as keyof typeof lenient] ?? otherwise);
    note(matter, was, is, (is ?? 0) > (was ?? 0));
  }
  note(
    "topUpWithinShifts",
    before.topUpWithinShifts,
    after.topUpWithinShifts,
    after.topUpWithinShifts < before.topUpWithinShifts,
  );
  for (const kind of ["place", "watch"] as const) {
    const [was, is] = [before.matterGone?.[kind], after.matterGone?.[kind]];
    note(`matterGone.${kind}`, was, is, goneRank(is) < goneRank(was));
  }
  const [place, placeThen] = [before.workplace ?? {}, after.workplace ?? {}];
  note("workplace.lines", place.lines, placeThen.lines, isShorter(place.lines, placeThen.lines));
  for (const id of workplaceNumberIds) {
    const more = workplaceNumber(placeThen, id) - workplaceNumber(place, id);
    const softer = workplaceNumbers[id].more === "softer" ? more > 0 : more < 0;
    note(`workplace.${id}`, place[id], placeThen[id], softer);
  }
  for (const key of [...new Set([...Object.keys(before.rules), ...Object.keys(after.rules)])].sort()) {
    const [was, is] = [before.rules[key], after.rules[key]];
    // A rule that goes leaves it to the catalogue; one that comes may ask less than that: both are looked at.
    const softer = was === undefined || is === undefined ? is !== "tag_out" : isWorse(was, is);
    note(`rules.${key}`, was, is, softer);
  }
  return differences;
}
