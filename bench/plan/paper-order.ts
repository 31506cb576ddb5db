import type { Check } from "../../src/core/catalogue/catalogue";
import { parts, type System } from "../../src/core/vocabulary/parts";

/**
 * The yardstick the planner is measured against: the fixed order of a good paper form. FROZEN: written before the
 * search was, and not to be changed to flatter it.
 *
 * A good form goes by system, because that is how the manual's list and the workshop think: the papers and the
 * place first, then chassis, power, hydraulics, lifting structure and platform looked over; then the controls of
 * the ground station, the ways down, the controls of the platform, driving, the safety devices one by one, the
 * workplace, and parking. Within a system the lines stand in the order of the catalogue, with every line of one
 * place filled in before the next place ("each wheel: tyre, nuts, hub"), which is kinder than most forms are.
 * Whoever follows it makes the changes of state that the order forces, and walks the shorter way round the
 * machine to the next place.
 */
const sections = [
  "papers_and_place",
  "chassis",
  "power",
  "hydraulics",
  "structure",
  "platform",
  "ground_controls",
  "ways_down",
  "platform_controls",
  "driving",
  "safety_devices",
  "workplace",
  "parking",
] as const;

type Section = (typeof sections)[number];

const looks: Readonly<Record<System, Section>> = {
  documents: "papers_and_place",
  chassis: "chassis",
  power: "power",
  hydraulics: "hydraulics",
  structure: "structure",
  platform: "platform",
  ground_controls: "ground_controls",
  platform_controls: "platform",
  safety: "safety_devices",
  workplace: "workplace",
};

function sectionOf({ definition }: Check): Section {
  const { phase, part, station } = definition;
  if (phase === "documents" || phase === "test_area") return "papers_and_place";
  if (phase === "park" || phase === "transport") return "parking";
  if (phase === "survey") return "workplace";
  if (part === "emergency_lowering") return "ways_down";
  if (definition.test !== undefined) {
    return station === "ground"
      ? "ground_controls"
      : station === "platform"
        ? "platform_controls"
        : "driving";
  }
  const { system } = parts[part];
  if (system === "safety") return "safety_devices";
  if (station === "ground") return "ground_controls";
  if (station === "platform") return "platform_controls";
  if (station === "drive") return "driving";
  return looks[system];
}

/** The checks in the order of the form. */
export function paperOrder(checks: readonly Check[]): readonly Check[] {
  return sections.flatMap((section) => {
    const lines = checks.filter((check) => sectionOf(check) === section);
    const places = [...new Set(lines.map((check) => check.at))];
    return places.flatMap((place) => lines.filter((check) => check.at === place));
  });
}
