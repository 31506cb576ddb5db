import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import type { SurveyGiven } from "@/core/survey/job";
import { type PlacePlan, placePlanSchema } from "@/core/survey/place-plan";
import { walkAndSign } from "@/server/demo/walk";
import { verifyLedgers } from "@/server/ledger/verify";
import { placesOf } from "@/server/places/read";
import { closePlace, drawPlace, redrawPlace } from "@/server/places/save";
import { liftStop, stopForConditions } from "@/server/stops/stop";
import { recordSurvey } from "@/server/surveys/record";
import { recordUnitEvent } from "@/server/units/events";
import { standings } from "@/server/units/standing";
import { at, begin, yardForFile } from "./database";

const yard = yardForFile({ survey: "apart", longestWalkMin: 720, trigger: "day" });
let minute = 0;

const plan: PlacePlan = placePlanSchema.parse({
  schema: 1,
  name: "Hall",
  widthM: 20,
  depthM: 12,
  under: "roof",
  terrain: "open",
  ground: "concrete",
  marks: [],
});

const given = (persons: number, now: Date): SurveyGiven => ({
  job: {
    what: "lamps",
    persons,
    personKg: 90,
    onExtension: 0,
    items: [],
    range: "usual",
    toolM: 0,
    positions: [{ id: "lamp", name: "lamp", at: { x: 10, y: 6 }, handsM: 5 }],
    way: [],
  },
  stands: [
    {
      spot: { at: { x: 10, y: 6 }, facingDeg: 0 },
      positions: ["lamp"],
      level: { alongDeg: 0.5, acrossDeg: 0, at: now.toISOString() },
    },
  ],
  readings: {
    barriers: true,
    ventilated: true,
    rescue: { who: "S. Brack", shownOn: now.toISOString().slice(0, 10), withinCall: true },
  },
});

const person = (id: string, role: "operator" | "owner") => ({
  id,
  name: role,
  badge: "1",
  roles: new Map([["yard", [role]]]),
});

const walk = async (unitId: string) => {
  const inspectionId = await begin(yard, unitId, yard.people.operator, minute);
  const who = {
    inspectionId,
    personId: yard.people.operator,
    signer: "test",
    random: yard.random,
    answers: {},
    pace: 0.1,
  };
  return (await walkAndSign(yard.db, who, at(minute + 1))).outcome;
};
const survey = (unitId: string, placeId: string, persons = 1, madeAt = minute, purpose?: "tests") =>
  recordSurvey(
    yard.db,
    unitId,
    yard.people.operator,
    {
      id: randomUUID(),
      placeId,
      surveyedAt: at(madeAt).toISOString(),
      given: { ...given(persons, at(madeAt)), purpose },
    },
    at(minute),
  );
const stateOf = async (unitId: string) => (await standings(yard.db, [unitId], at(minute))).get(unitId);
const placeId = async () => {
  const [known] = await placesOf(yard.db, "yard");
  return known ?? { ...(await drawPlace(yard.db, "yard", plan, yard.people.owner, at(minute))), no: 1, plan };
};

describe("a unit whose place is surveyed apart from the walk", () => {
  it("is cleared for a place and a job, never just cleared", async () => {
    const { scissor } = yard;
    const place = await placeId();
    expect(await walk(scissor)).toBe("cleared");
    minute += 2;
    expect(await stateOf(scissor)).toMatchObject({ state: "survey_due", usable: false });
    expect(await survey(scissor, place.id)).toMatchObject({
      verdict: expect.stringMatching(/within|limited/),
    });
    expect(await stateOf(scissor)).toMatchObject({
      state: "cleared",
      usable: true,
      surveyed: { place: "Hall", job: "lamps" },
    });
    // Nine people on it are beyond what it carries; the latest survey is what counts.
    expect(await survey(scissor, place.id, 9)).toMatchObject({ verdict: "beyond" });
    expect(await stateOf(scissor)).toMatchObject({ state: "stopped_for_conditions", usable: false });
    await survey(scissor, place.id);
    // It hits something: looked over again, its place is surveyed again too.
    await recordUnitEvent(
      yard.db,
      scissor,
      yard.people.operator,
      { id: randomUUID(), kind: "contact" },
      at(minute),
    );
    expect(await walk(scissor)).toBe("cleared");
    minute += 2;
    expect(await stateOf(scissor)).toMatchObject({ state: "survey_due", surveyed: undefined });
    await survey(scissor, place.id);
    expect(await stateOf(scissor)).toMatchObject({ state: "cleared" });
    // Its level was read more than an hour ago.
    minute += 61;
    expect(await stateOf(scissor)).toMatchObject({ state: "survey_due", surveyed: undefined });
  });

  it("made before it hit something is in effect no more, whenever it comes", async () => {
    const { db, scissor, people } = yard;
    const place = await placeId();
    minute += 30;
    const madeAt = minute;
    minute += 2;
    const contact = { id: randomUUID(), kind: "contact" as const };
    await recordUnitEvent(db, scissor, people.operator, contact, at(minute));
    minute += 1;
    expect(await walk(scissor)).toBe("cleared");
    minute += 2;
    await survey(scissor, place.id, 1, madeAt);
    expect(await stateOf(scissor)).toMatchObject({ state: "survey_due", surveyed: undefined });
    await survey(scissor, place.id);
    expect(await stateOf(scissor)).toMatchObject({ state: "cleared" });
    expect((await verifyLedgers(db)).breaks).toEqual([]);
  });

  it("is worked out by what is known here, whatever is sent, and once for one id", async () => {
    const { db, scissor, boom, people } = yard;
    const place = await placeId();
    const sent = {
      id: randomUUID(),
      placeId: place.id,
      surveyedAt: at(minute).toISOString(),
      given: given(1, at(minute)),
    };
    const first = await recordSurvey(db, scissor, people.operator, sent, at(minute));
    expect(await recordSurvey(db, scissor, people.operator, sent, at(minute + 1))).toEqual(first);
    await expect(recordSurvey(db, boom, people.operator, sent, at(minute + 1))).rejects.toThrow(
      /another survey has it/,
    );
    const refused = (change: object) =>
      recordSurvey(db, scissor, people.operator, { ...sent, id: randomUUID(), ...change }, at(minute));
    await expect(refused({ surveyedAt: at(minute + 60).toISOString() })).rejects.toThrow(
      /a moment that has come/,
    );
    await expect(refused({ surveyedAt: at(minute - 1500).toISOString() })).rejects.toThrow(/last 24 hours/);
    await expect(refused({ placeId: randomUUID() })).rejects.toThrow(/a place of the site/);
    const far = {
      ...sent.given,
      stands: [{ ...sent.given.stands[0], spot: { at: { x: 30, y: 6 }, facingDeg: 0 } }],
    };
    await expect(refused({ given: far })).rejects.toThrow(
      "expected spot 1 within the 20 by 12 m of Hall, got 30, 6",
    );
  });

  it("loses nothing that somebody else has drawn since, and a place closed is surveyed no more", async () => {
    const { db, people, scissor } = yard;
    const other = await drawPlace(db, "yard", { ...plan, name: "Loft" }, people.owner, at(minute));
    await redrawPlace(
      db,
      "yard",
      other.id,
      { plan: { ...plan, name: "Loft", widthM: 21 }, after: 1 },
      people.owner,
      at(minute),
    );
    const late = redrawPlace(
      db,
      "yard",
      other.id,
      { plan: { ...plan, name: "Loft" }, after: 1 },
      people.owner,
      at(minute),
    );
    await expect(late).rejects.toThrow(/drawn from the latest, number 2, got one from 1/);
    await expect(drawPlace(db, "yard", { ...plan, name: "loft" }, people.owner, at(minute))).rejects.toThrow(
      /another name/,
    );
    await expect(
      drawPlace(db, "yard", { ...plan, name: "Attic" }, people.operator, at(minute)),
    ).rejects.toThrow(/supervisor or owner/);
    await closePlace(db, "yard", other.id, people.owner, at(minute));
    await expect(survey(scissor, other.id)).rejects.toThrow(/a place of the site/);
  });
});

/** What may happen to a unit, its place and its site. */
const acts = [
  "walk",
  "survey",
  "survey beyond",
  // Made half an hour ago on a tablet without a signal, and sent now.
  "survey late",
  // Of a test area: it clears nothing and ends nothing.
  "survey tests",
  "redraw",
  "contact",
  "stop unit",
  "stop site",
  "stop an hour",
  "lift",
  "wait",
] as const;
type Act = (typeof acts)[number];

/** Says how the unit stands after each act, from the acts alone. */
class Oracle {
  private walked = false;
  private latest: { readonly allows: boolean; readonly made: number; ended: boolean } | undefined;
  private stops: { until: number }[] = [];

  constructor(private contactAt: number) {}

  after(act: Act): string {
    if (act === "walk") this.walked = true;
    if (act === "contact") {
      this.walked = false;
      this.contactAt = minute;
    }
    if ((act === "redraw" || act === "contact") && this.latest) this.latest.ended = true;
    if (act === "survey" || act === "survey beyond" || act === "survey late") {
      const made = act === "survey late" ? minute - 30 : minute;
      if (this.latest === undefined || made >= this.latest.made)
        this.latest = { allows: act !== "survey beyond", made, ended: this.contactAt > made };
    }
    if (act === "stop unit" || act === "stop site") this.stops.push({ until: Number.POSITIVE_INFINITY });
    if (act === "stop an hour") this.stops.push({ until: minute + 60 });
    if (act === "lift") this.stops.pop();
    if (this.stops.some(({ until }) => minute < until)) return "stopped_for_conditions";
    if (!this.walked) return "inspection_owed";
    const { latest } = this;
    if (latest === undefined || latest.ended || minute >= latest.made + 60) return "survey_due";
    return latest.allows ? "cleared" : "stopped_for_conditions";
  }
}

describe("whatever happens to it", () => {
  it("a unit stands as an oracle of a few lines says, and its row as it is worked out anew", async () => {
    const { db, people, boom } = yard;
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom(...acts, "walk", "survey", "survey"), {
          minLength: 8,
          maxLength: 16,
        }),
        async (some) => {
          // Each history on a day of its own, begun by a walk that anything before has ended.
          minute = (Math.floor(minute / 1440) + 1) * 1440 + 60;
          const oracle = new Oracle(minute);
          const stops: string[] = [];
          const lift = async () => {
            const stop = stops.pop();
            if (stop !== undefined) await liftStop(db, stop, {}, person(people.owner, "owner"), at(minute));
          };
          await recordUnitEvent(db, boom, people.operator, { id: randomUUID(), kind: "contact" }, at(minute));
          try {
            for (const act of some) {
              const place = await placeId();
              minute += act === "wait" ? 45 : 2;
              const stop = (until: Date | null, of: { siteId: string } | { unitId: string }) => {
                const id = randomUUID();
                stops.push(id);
                return stopForConditions(
                  db,
                  of,
                  { id, reason: "wind", until: until?.toISOString() ?? null },
                  people.operator,
                  at(minute),
                );
              };
              if (act === "walk") await walk(boom);
              else if (act === "survey") await survey(boom, place.id);
              else if (act === "survey tests") await survey(boom, place.id, 1, minute, "tests");
              else if (act === "survey late") await survey(boom, place.id, 1, minute - 30);
              else if (act === "survey beyond") await survey(boom, place.id, 9);
              else if (act === "redraw")
                await redrawPlace(
                  db,
                  "yard",
                  place.id,
                  { plan: place.plan, after: place.no },
                  people.owner,
                  at(minute),
                );
              else if (act === "contact")
                await recordUnitEvent(
                  db,
                  boom,
                  people.operator,
                  { id: randomUUID(), kind: "contact" },
                  at(minute),
                );
              else if (act === "stop unit") await stop(null, { unitId: boom });
              else if (act === "stop site") await stop(null, { siteId: "yard" });
              else if (act === "stop an hour") await stop(at(minute + 60), { unitId: boom });
              else if (act === "lift") await lift();
              // A walk is signed a minute after it was begun.
              if (act === "walk") minute += 1;
              const expected = oracle.after(act);
              // The walk of an earlier day has run out besides.
              const state = (await stateOf(boom))?.state;
              expect(state === "expired" ? "inspection_owed" : state, act).toBe(expected);
              const { rows } = await sql<{ same: boolean }>`
              SELECT to_jsonb(w) = to_jsonb(s) - 'stale' AS same FROM standing_worked_out w
                JOIN unit_standing s USING (unit_id) WHERE w.unit_id = ${boom}`.execute(db);
              expect(rows).toEqual([{ same: true }]);
            }
          } finally {
            // Whatever came of it, the next history begins without them.
            while (stops.length > 0) await lift();
          }
        },
      ),
      { numRuns: Number(process.env["HISTORIES"] ?? 6) },
    );
  }, 240_000);

  it("lets nobody lift a stop whom the policy does not, whoever writes", async () => {
    const { db, people, boom } = yard;
    const id = randomUUID();
    await stopForConditions(
      db,
      { unitId: boom },
      { id, reason: "storm", until: null },
      people.operator,
      at(minute),
    );
    await expect(liftStop(db, id, {}, person(people.operator, "operator"), at(minute))).rejects.toMatchObject(
      { status: 403 },
    );
    const written = db
      .insertInto("stopLifted")
      .values({ stopId: id, byPerson: people.operator, at: at(minute) });
    await expect(written.execute()).rejects.toThrow(/somebody the policy lets lift/);
    await liftStop(db, id, {}, person(people.owner, "owner"), at(minute));
    await liftStop(db, id, {}, person(people.owner, "owner"), at(minute));
    const entries = await db
      .selectFrom("ledgerEntry")
      .select("kind")
      .where("unitId", "=", boom)
      .where("subjectId", "=", id)
      .orderBy("position")
      .execute();
    expect(entries.map(({ kind }) => kind)).toEqual(["stopped", "stop_lifted"]);
  });
});
