import type { Policy } from "../vocabulary/policy";
import type { CheckDefinition } from "./types";

/** What a site's own rule says where a check is made, beside what the machine asks. */
export const siteRules = ["site_tied_on", "site_no_raised_travel", "site_disconnect_first"] as const;
export type SiteRule = (typeof siteRules)[number];

type Of = Pick<Policy, "fallProtection" | "raisedTravel" | "charging">;

const at: Readonly<
  Record<SiteRule, { readonly checks: readonly string[]; readonly holds: (of: Of) => boolean }>
> = {
  site_tied_on: {
    checks: ["platform.gate", "platform.harness"],
    holds: ({ fallProtection }) => fallProtection === "always",
  },
  site_no_raised_travel: {
    checks: ["place.route"],
    holds: ({ raisedTravel }) => raisedTravel === "forbidden",
  },
  site_disconnect_first: {
    checks: ["park.charging"],
    holds: ({ charging }) => charging === "disconnect_first",
  },
};

/** The rules of a policy that are told where a check is made. */
export const siteRulesAt = (policy: Of, { id }: Pick<CheckDefinition, "id">): readonly SiteRule[] =>
  siteRules.filter((rule) => at[rule].checks.includes(id) && at[rule].holds(policy));
