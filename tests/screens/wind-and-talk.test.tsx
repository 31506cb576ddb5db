import { cleanup, screen, waitFor } from "@testing-library/react";
import { useTranslations } from "next-intl";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { SiteWind } from "@/contract/wind";
import { jobSchema } from "@/core/survey/job";
import { placePlanSchema } from "@/core/survey/place-plan";
import { rescueLadder } from "@/core/survey/rescue-ladder";
import { surveyed } from "@/core/survey/survey";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { talkOf } from "@/screens/survey/talk";
import { TalkSheet } from "@/screens/survey/talk-sheet";
import type { T } from "@/screens/survey/words";
import { WindWarnings } from "@/screens/wind/wind-warnings";
import { show } from "./show";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const nowMs = Date.parse("2026-06-01T06:00:00Z");
const windOf = (gustMps: number, agoMs: number): SiteWind => ({
  atMs: nowMs,
  meters: [
    {
      ...{ id: "m", name: "Boiler house roof", heightM: 9 },
      samples: [{ atMs: nowMs - agoMs, meanMps: gustMps / 2, gustMps }],
    },
  ],
  allowed: [
    { plate: "LM-21", meterId: "m", limitMps: 12.5 },
    { plate: "LM-19", meterId: "m", limitMps: 30 },
  ],
});

describe("what Shift says of the wind", () => {
  const shown = async (wind: SiteWind) => {
    vi.stubGlobal("fetch", async () => Response.json(wind));
    show(<WindWarnings siteId="yard" zone="UTC" measures="metric" />);
    return waitFor(() => screen.getByRole("region", { name: "Wind and work outdoors" }));
  };

  it("names the unit that is near its limit, with both figures, and none that is not", async () => {
    const said = await shown(windOf(11.04, 5000));
    // What was found is rounded up, a limit down: neither looks better than it is.
    expect(said.textContent).toContain("Near the limit");
    expect(said.textContent).toContain("gusts 11.1 m/s, at most 12.5 m/s");
    expect(said.textContent).not.toContain("LM-19");
  });

  it("says of every unit out there that nothing is known, once the meter is silent", async () => {
    const said = await shown(windOf(3, 90_000));
    expect(said.textContent).toContain("LM-21");
    expect(said.textContent).toContain("LM-19");
    expect(said.textContent).toContain("Silent since 05:58");
  });

  it("is nothing where every unit is well under", async () => {
    const asked = vi.fn(async () => Response.json(windOf(3, 5000)));
    vi.stubGlobal("fetch", asked);
    show(<WindWarnings siteId="yard" zone="UTC" measures="metric" />);
    await waitFor(() => expect(asked).toHaveBeenCalled());
    expect(screen.queryByRole("region")).toBeNull();
  });
});

function Talk() {
  const t = useTranslations() as unknown as T;
  const sheet = demoSheets["dunmarrow-s24"];
  const plan = placePlanSchema.parse({
    ...{ schema: 1, name: "Hall", widthM: 20, depthM: 12, under: "roof", terrain: "open" },
    ground: "concrete",
    marks: [
      {
        id: "edge",
        name: "Pit edge",
        kind: "drop_off",
        at: [
          { x: 0, y: 0 },
          { x: 5, y: 0 },
        ],
      },
      {
        ...{ id: "bed", name: "Flower bed", kind: "obstacle", heightM: 0.5 },
        at: [
          { x: 1, y: 8 },
          { x: 3, y: 8 },
          { x: 3, y: 9 },
        ],
      },
    ],
  });
  const given = {
    job: jobSchema.parse({
      ...{ what: "Change the lamps", persons: 1, personKg: 90, onExtension: 0, items: [], range: "usual" },
      ...{ toolM: 0, positions: [{ id: "w", name: "Lamp", at: { x: 10, y: 6 }, handsM: 5 }], way: [] },
    }),
    stands: [{ spot: { at: { x: 10, y: 6 }, facingDeg: 0 }, positions: ["w"] }],
    readings: {
      hazards: [
        {
          ...{ id: "h", what: "services" as const, did: "limited" as const, by: "R. Oake" },
          ...{ where: "by the door", limit: "No digging within a metre" },
        },
      ],
    },
  };
  const { sums } = surveyed({ ...given, sheet, plan, rules: {}, surveyedMs: nowMs });
  const words = {
    ...{ t, plan, job: given.job, measures: "metric" as const, zone: "UTC" },
    hazards: given.readings.hazards,
  };
  return (
    <TalkSheet t={t} parts={talkOf(words, { given, sums, ladder: rescueLadder(sheet), plate: "LM-06" })} />
  );
}

describe("the pre-start talk", () => {
  it("tells the job, every limit, what people must know of, and the rescue of this very unit", () => {
    const { container } = show(<Talk />);
    const said = container.textContent ?? "";
    expect(said).toContain("Change the lamps, at Hall, with LM-06.");
    expect(said).toContain("One person in the platform.");
    expect(said).toContain("No digging within a metre");
    expect(said).toContain("Pit edge (edge or drop-off)");
    // What is no danger to anybody is not told.
    expect(said).not.toContain("Flower bed");
    expect(said).toContain("Anybody may stop the work");
    for (const line of ["Try the lower controls.", "Call a technician."]) expect(said).toContain(line);
    expect(said).not.toContain("rescue override");
  });
});
