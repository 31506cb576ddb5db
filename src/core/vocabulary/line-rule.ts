import { z } from "zod";

/** No rule of a site asks for less: the shortest distance any public table gives where somebody watches. */
const leastLineM = 3;
/** The largest voltage a line can have: what one of unknown voltage counts as. */
export const mostKv = 1000;

const distance = z.number().min(leastLineM, `expected a distance of at least ${leastLineM} m`).max(60);
const kv = z.number().positive().max(mostKv);

/** How a site says what distance is kept from a power line: three shapes, with the site's own figures. */
export const lineRuleSchema = z
  .discriminatedUnion("shape", [
    z.strictObject({
      shape: z.literal("stepped"),
      steps: z
        .array(z.strictObject({ toKv: kv, distanceM: distance }))
        .min(1)
        .max(20),
    }),
    z.strictObject({
      shape: z.literal("base_plus"),
      toKv: kv,
      baseM: distance,
      /** For each started step of so many kV beyond `toKv`. */
      perKv: kv,
      plusM: z.number().positive().max(5),
    }),
    z.strictObject({
      shape: z.literal("two_zones"),
      /** Up to here a line is one of distribution, beyond it one of transmission. */
      distributionToKv: kv,
      distributionM: distance,
      transmissionM: distance,
      /** Where somebody watches the gap and does nothing else, and the rule of the place allows it. */
      spotted: z.strictObject({ distributionM: distance, transmissionM: distance }).optional(),
    }),
  ])
  .superRefine((rule, ctx) => {
    const refuse = (message: string) => ctx.addIssue({ code: "custom", message });
    if (rule.shape === "stepped") {
      rule.steps.forEach((step, i) => {
        const before = rule.steps[i - 1];
        if (before !== undefined && (step.toKv <= before.toKv || step.distanceM < before.distanceM))
          refuse(
            `expected each step to a higher voltage and no shorter distance, got ${step.distanceM} m to ${step.toKv} kV after ${before.distanceM} m to ${before.toKv} kV`,
          );
      });
    }
    if (rule.shape === "two_zones") {
      if (rule.transmissionM < rule.distributionM)
        refuse("expected no shorter distance from a transmission line than from one of distribution");
      const { spotted } = rule;
      if (
        spotted !== undefined &&
        (spotted.distributionM > rule.distributionM ||
          spotted.transmissionM > rule.transmissionM ||
          spotted.transmissionM < spotted.distributionM)
      )
        refuse(
          "expected the distances with a spotter to be no longer than without, and no shorter for transmission",
        );
    }
  });

export type LineRule = z.infer<typeof lineRuleSchema>;

/**
 * The three shapes with their usual public figures (field guide, section 15), to be confirmed by the owner against the rule
 * of the place. None of them shortens anything for a spotter: those figures are the owner's to enter.
 */
export const lineRulePresets = {
  stepped: {
    shape: "stepped",
    steps: [
      { toKv: 50, distanceM: 3.05 },
      { toKv: 200, distanceM: 4.6 },
      { toKv: 350, distanceM: 6.1 },
      { toKv: 500, distanceM: 7.6 },
      { toKv: 750, distanceM: 10.7 },
      { toKv: 1000, distanceM: 13.7 },
    ],
  },
  base_plus: { shape: "base_plus", toKv: 50, baseM: 3.05, perKv: 30, plusM: 0.3 },
  two_zones: { shape: "two_zones", distributionToKv: 133, distributionM: 6.4, transmissionM: 10 },
} as const satisfies { readonly [Shape in LineRule["shape"]]: LineRule };

/** Whether somebody watches the gap to a line and does nothing else. */
export type Watched = "spotter" | "nobody";

/** What a table that ends below the largest voltage keeps beyond its last step, at least. */
const beyondTableM = 13.7;

/**
 * The distance a rule asks for from a line of this voltage, in metres. An unknown voltage counts as the largest; one beyond
 * the last step of a table keeps the table's longest distance, and no less than the usual table's longest.
 */
export function ruleDistanceM(
  rule: LineRule,
  voltageKv: number = mostKv,
  watched: Watched = "nobody",
): number {
  switch (rule.shape) {
    case "stepped": {
      const step = rule.steps.find(({ toKv }) => voltageKv <= toKv);
      return step?.distanceM ?? Math.max(beyondTableM, ...rule.steps.map(({ distanceM }) => distanceM));
    }
    case "base_plus": {
      const beyond = Math.max(0, voltageKv - rule.toKv);
      // A started step counts whole; a float's last digit starts none.
      return rule.baseM + Math.ceil(beyond / rule.perKv - 1e-9) * rule.plusM;
    }
    case "two_zones": {
      const zones = watched === "spotter" ? (rule.spotted ?? rule) : rule;
      return voltageKv <= rule.distributionToKv ? zones.distributionM : zones.transmissionM;
    }
  }
}

/** The distance to keep where a site has confirmed no rule: the longest that any preset asks for. */
export function strictestDistanceM(voltageKv: number | undefined): number {
  const each = Object.values(lineRulePresets).map((rule) => ruleDistanceM(rule, voltageKv));
  return Math.max(...each);
}

/** Whether the second rule asks for a shorter distance anywhere; a site without one keeps the longest of all the usual rules. */
export function isShorter(before: LineRule | undefined, after: LineRule | undefined): boolean {
  const distance = (rule: LineRule | undefined, kv: number | undefined, watched: Watched) =>
    rule === undefined ? strictestDistanceM(kv) : ruleDistanceM(rule, kv, watched);
  const voltages = [undefined, ...Array.from({ length: mostKv }, (_, i) => i + 1)];
  return (["nobody", "spotter"] as const).some((watched) =>
    voltages.some((kv) => distance(after, kv, watched) < distance(before, kv, watched) - 1e-9),
  );
}
