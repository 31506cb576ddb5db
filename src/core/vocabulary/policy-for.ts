import type { Family } from "./families";
import type { FamilyPolicy, Policy } from "./policy";

/** The policy a unit goes by: its site's, with what that says of the unit's family over it. The database has it as `policy_for`. */
export function policyFor({ families, ...site }: Policy, family: Family): Policy {
  return { ...site, ...families?.[family] };
}

/** A policy with some matters chosen otherwise for one family; what is as the site has it is left to the site. */
export function withFamily(policy: Policy, family: Family, chosen: FamilyPolicy): Policy {
  const own = Object.fromEntries(
    Object.entries({ ...policy.families?.[family], ...chosen }).filter(
      ([matter, value]) => JSON.stringify(value) !== JSON.stringify(policy[matter as keyof FamilyPolicy]),
    ),
  );
  const { [family]: _, ...others } = policy.families ?? {};
  const families = Object.keys(own).length === 0 ? others : { ...others, [family]: own };
  const { families: __, ...site } = policy;
  return Object.keys(families).length === 0 ? site : { ...site, families };
}
