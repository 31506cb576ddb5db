import { createHash, randomUUID } from "node:crypto";
import sharp from "sharp";
import { describe, expect, it } from "vitest";
import type { SurveyGiven } from "@/core/survey/job";
import { placePlanSchema } from "@/core/survey/place-plan";
import { verifyLedgers } from "@/server/ledger/verify";
import { drawPlace } from "@/server/places/save";
import { drillsOf, recordDrill } from "@/server/surveys/drill";
import { dropLoad, keepLoad, keptLoads } from "@/server/surveys/loads";
import { surveyOne, surveysOf } from "@/server/surveys/one";
import { surveyPicture, takeSurveyPicture } from "@/server/surveys/pictures";
import { preparedSurveys } from "@/server/surveys/prepare";
import { recordSurvey } from "@/server/surveys/record";
import { signTalk, talkSigned } from "@/server/surveys/talk";
import { recordUnitEvent } from "@/server/units/events";
import { at, yardForFile } from "./database";

const yard = yardForFile({ survey: "apart" });

const plan = placePlanSchema.parse({
  ...{ schema: 1, name: "Hall", widthM: 20, depthM: 12, under: "roof", terrain: "open" },
  ...{ ground: "concrete", marks: [] },
});

const given = (minute: number, persons = 1): SurveyGiven => ({
  job: {
    ...{ what: "lamps", persons, personKg: 90, onExtension: 0, items: [], range: "usual", toolM: 0 },
    ...{ positions: [{ id: "lamp", name: "lamp", at: { x: 10, y: 6 }, handsM: 5 }], way: [] },
  },
  stands: [
    {
      spot: { at: { x: 10, y: 6 }, facingDeg: 0 },
      positions: ["lamp"],
      level: { alongDeg: 0.5, acrossDeg: 0, at: at(minute).toISOString() },
    },
  ],
  readings: {
    barriers: true,
    ventilated: true,
    rescue: { who: "S. Brack", shownOn: at(minute).toISOString().slice(0, 10), withinCall: true },
  },
});

const signedIn = (id: string, site = "yard") => ({
  ...{ id, name: "operator", badge: "1" },
  roles: new Map([[site, ["operator" as const]]]),
});

let placeId: string | undefined;
const surveyAt = async (minute: number, persons = 1) => {
  placeId ??= (await drawPlace(yard.db, "yard", plan, yard.people.owner, at(0))).id;
  const id = randomUUID();
  await recordSurvey(
    yard.db,
    yard.scissor,
    yard.people.operator,
    { id, placeId, surveyedAt: at(minute).toISOString(), given: given(minute, persons) },
    at(minute),
  );
  return id;
};

describe("the pre-start talk", () => {
  const sign = (surveyId: string, minute: number, name = "N. Sedge", id: string = randomUUID()) =>
    signTalk(yard.db, surveyId, { id, name }, yard.people.operator, at(minute));

  it("is signed by those present while its survey is in effect, each once, and by nobody after", async () => {
    const id = await surveyAt(1);
    const key = randomUUID();
    await sign(id, 2, "N. Sedge", key);
    await sign(id, 2, "N. Sedge", key);
    await sign(id, 3, "S. Brack");
    expect((await talkSigned(yard.db, id)).map(({ name }) => name)).toEqual(["N. Sedge", "S. Brack"]);
    expect((await surveyOne(yard.db, id, at(3)))?.shown).toMatchObject({ inEffect: true });
    // Its level is too old.
    await expect(sign(id, 62)).rejects.toMatchObject({ type: "survey-over" });
    // One made since stands in its place; one that allows nothing is no talk.
    const next = await surveyAt(70);
    const beyond = await surveyAt(71, 9);
    await expect(sign(next, 72)).rejects.toMatchObject({ type: "survey-over" });
    await expect(sign(beyond, 72)).rejects.toMatchObject({ type: "survey-over" });
    const after = await surveyAt(73);
    await sign(after, 74);
    await recordUnitEvent(
      yard.db,
      yard.scissor,
      yard.people.operator,
      { id: randomUUID(), kind: "contact" },
      at(75),
    );
    await expect(sign(after, 76)).rejects.toMatchObject({ type: "survey-over" });
    expect((await surveysOf(yard.db, yard.scissor, at(76), 9)).map(({ inEffect }) => inEffect)).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
  });

  it("keeps names beside the ledger, where they can be erased", async () => {
    const rows = await yard.db
      .selectFrom("ledgerEntry")
      .select("body")
      .where("kind", "=", "talk_signed")
      .execute();
    expect(rows.length).toBeGreaterThan(0);
    for (const { body } of rows) expect(body).not.toContain("Sedge");
    // Nor who rescues, watches or was told, in the survey itself.
    const surveys = await yard.db
      .selectFrom("ledgerEntry")
      .select("body")
      .where("kind", "=", "surveyed")
      .execute();
    for (const { body } of surveys) expect(body).not.toContain("Brack");
  });
});

describe("what goes with a survey", () => {
  it("drills are records of a unit, the newest first, each once", async () => {
    const { db, boom, people } = yard;
    const id = randomUUID();
    const drill = { id, rescuer: "N. Sedge", minutes: 4.5, note: "Valve stiff" };
    await recordDrill(db, boom, drill, people.operator, at(100));
    await recordDrill(db, boom, drill, people.operator, at(101));
    await recordDrill(
      db,
      boom,
      { id: randomUUID(), rescuer: "S. Brack", minutes: null },
      people.operator,
      at(102),
    );
    expect(await drillsOf(db, boom)).toMatchObject([
      { rescuer: "S. Brack", minutes: undefined },
      { rescuer: "N. Sedge", minutes: 4.5, note: "Valve stiff" },
    ]);
    await expect(db.deleteFrom("rescueDrill").execute()).rejects.toThrow();
    await expect(
      db
        .insertInto("rescueDrill")
        .values({ id: randomUUID(), unitId: boom, ledgerPosition: 1, byPerson: people.operator, at: at(103) })
        .execute(),
    ).rejects.toThrow(/in the ledger of its unit/);
  });

  it("a kept load takes the place of the one of its name", async () => {
    const { db, people } = yard;
    const load = { persons: 2, personKg: 95, onExtension: 0, items: [], toolM: 0.5 };
    const keep = (name: string, persons: number) =>
      keepLoad(db, "yard", { id: randomUUID(), name, load: { ...load, persons } }, people.operator, at(110));
    await keep("Two glaziers", 2);
    await keep("One gardener", 1);
    await keep("Two glaziers", 3);
    const kept = await keptLoads(db, "yard");
    expect(kept.map(({ name, load: { persons } }) => [name, persons])).toEqual([
      ["One gardener", 1],
      ["Two glaziers", 3],
    ]);
    await dropLoad(db, "elsewhere", kept[0]?.id ?? "");
    await dropLoad(db, "yard", kept[1]?.id ?? "");
    expect((await keptLoads(db, "yard")).map(({ name }) => name)).toEqual(["One gardener"]);
  });

  it("a picture is what its name says, or is not taken", async () => {
    const { db, boom, scissor, people } = yard;
    const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: "#888" } })
      .jpeg()
      .toBuffer();
    const hash = createHash("sha256").update(bytes).digest("hex");
    const take = (name: string, of: Buffer) =>
      takeSurveyPicture(db, boom, name, of, people.operator, at(120));
    await expect(take("f".repeat(64), bytes)).rejects.toThrow(/SHA-256 of its bytes/);
    const text = Buffer.from("no picture");
    await expect(take(createHash("sha256").update(text).digest("hex"), text)).rejects.toMatchObject({
      status: 422,
    });
    await take(hash, bytes);
    await take(hash, bytes);
    expect((await surveyPicture(db, boom, hash)).equals(bytes)).toBe(true);
    await expect(surveyPicture(db, scissor, hash)).rejects.toMatchObject({ status: 404 });
  });

  it("a device is given all it needs to survey without a signal, of its person's sites alone", async () => {
    const { db, people } = yard;
    const here = await preparedSurveys(db, signedIn(people.operator), at(130));
    expect(here.units.map(({ plate }) => plate)).toEqual(["B-1", "S-1"]);
    for (const { sheetId } of here.units) expect(here.sheets[sheetId]).toBeDefined();
    expect(here.sites).toMatchObject([{ siteId: "yard", places: [{ plan: { name: "Hall" } }] }]);
    expect(await preparedSurveys(db, signedIn(people.operator, "far"), at(130))).toMatchObject({ units: [] });
  });

  it("a survey kept on a tablet is recorded in the name of whoever made it, or not at all", async () => {
    const { db, scissor, people } = yard;
    await surveyAt(140);
    const other = {
      ...{ id: randomUUID(), by: people.second, placeId: placeId ?? "" },
      ...{ surveyedAt: at(141).toISOString(), given: given(141) },
    };
    await expect(recordSurvey(db, scissor, people.operator, other, at(142))).rejects.toMatchObject({
      type: "not-yours",
    });
    await expect(recordSurvey(db, scissor, people.second, other, at(142))).resolves.toMatchObject({
      id: other.id,
    });
  });
});
