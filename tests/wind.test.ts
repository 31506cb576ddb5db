import { type ChildProcess, spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import { createServer } from "node:net";
import fc from "fast-check";
import { sql } from "kysely";
import { afterAll, describe, expect, it, vi } from "vitest";
import type { SurveyGiven } from "@/core/survey/job";
import { placePlanSchema } from "@/core/survey/place-plan";
import { windAllowedAt } from "@/core/survey/wind-watch";
import { walkAndSign } from "@/server/demo/walk";
import { verifyLedgers } from "@/server/ledger/verify";
import { drawPlace } from "@/server/places/save";
import { recordSurvey } from "@/server/surveys/record";
import { standings } from "@/server/units/standing";
import { WindFeeds } from "@/server/wind/feeds";
import { addMeter, closeMeter, siteMeters } from "@/server/wind/meters";
import { windOfSite } from "@/server/wind/read";
import { takeSample } from "@/server/wind/take";
import { at, begin, yardForFile } from "./database";
import { freePort } from "./free-port";

const yard = yardForFile({ survey: "apart", longestWalkMin: 720, trigger: "day" });
let minute = 0;
let placeId: string | undefined;

const plan = placePlanSchema.parse({
  ...{ schema: 1, name: "Apron", widthM: 40, depthM: 30, under: "open_sky", terrain: "open" },
  ...{ ground: "concrete", marks: [] },
});

/** A job six metres up, with a wind read by hand where one is given. */
const given = (now: Date, gustMps?: number): SurveyGiven => ({
  job: {
    ...{ what: "lamps", persons: 1, personKg: 90, onExtension: 0, items: [], range: "usual", toolM: 0 },
    ...{ positions: [{ id: "lamp", name: "lamp", at: { x: 20, y: 16 }, handsM: 7 }], way: [] },
  },
  stands: [
    {
      spot: { at: { x: 20, y: 10 }, facingDeg: 0 },
      positions: ["lamp"],
      level: { alongDeg: 0.2, acrossDeg: 0, at: now.toISOString() },
    },
  ],
  readings: {
    barriers: true,
    rescue: { who: "S. Brack", shownOn: now.toISOString().slice(0, 10), withinCall: true },
    ...(gustMps === undefined
      ? {}
      : { wind: { by: "meter", meanMps: gustMps / 2, gustMps, heightM: 10, at: now.toISOString() } }),
  },
});

const walk = async () => {
  const inspectionId = await begin(yard, yard.boom, yard.people.operator, minute);
  const who = { inspectionId, personId: yard.people.operator, signer: "test", random: yard.random };
  await walkAndSign(yard.db, { ...who, answers: {}, pace: 0.1 }, at(minute + 1));
  minute += 2;
};

const survey = async (gustMps?: number, madeAt = minute) => {
  placeId ??= (await drawPlace(yard.db, "yard", plan, yard.people.owner, at(minute))).id;
  const made = at(madeAt);
  return recordSurvey(
    yard.db,
    yard.boom,
    yard.people.operator,
    { id: randomUUID(), placeId, surveyedAt: made.toISOString(), given: given(made, gustMps) },
    at(minute),
  );
};

const meterNamed = async (name: string, address = `${name.toLowerCase()}.yard:10110`) => {
  const id = randomUUID();
  await addMeter(yard.db, "yard", { id, name, address, heightM: 10 }, yard.people.owner, at(minute));
  return { id, siteId: "yard", name, heightM: 10 };
};

const shows = (meter: Awaited<ReturnType<typeof meterNamed>>, gustMps: number) =>
  takeSample(yard.db, meter, { atMs: at(minute).getTime(), meanMps: gustMps / 2, gustMps }, at(minute));

const state = async () => (await standings(yard.db, [yard.boom], at(minute))).get(yard.boom)?.state;

/** The gust at ten metres that a survey of this job allows, as its own sums have it. */
const allowed = async () => {
  const { outcome } = await yard.db
    .selectFrom("survey")
    .select("outcome")
    .orderBy("surveyedAt", "desc")
    .orderBy("ledgerPosition", "desc")
    .limit(1)
    .executeTakeFirstOrThrow();
  return windAllowedAt(outcome.sums, 10) ?? 0;
};

describe("whatever the wind does", () => {
  it("no unit is cleared by a survey that a gust since, or of the ten minutes before, is more than", async () => {
    const meter = await meterNamed("Roof");
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.oneof(
            fc.record({
              act: fc.constant("survey" as const),
              gust: fc.option(fc.constantFrom(3, 9, 12.4, 13)),
            }),
            fc.record({ act: fc.constant("shows" as const), gust: fc.constantFrom(2, 8, 12.4, 12.6, 20) }),
            fc.record({ act: fc.constant("late" as const), gust: fc.constantFrom(3, 9) }),
            fc.record({ act: fc.constant("wait" as const), gust: fc.constant(0) }),
          ),
          { minLength: 6, maxLength: 14 },
        ),
        async (acts) => {
          minute = (Math.floor(minute / 1440) + 1) * 1440 + 60;
          await walk();
          // The oracle: what the meter has shown, and the latest survey with the gusts it was made by.
          const shown: { at: number; gust: number }[] = [];
          let latest: { allows: boolean; made: number } | undefined;
          const limit = 12.5;
          for (const { act, gust } of acts) {
            minute += act === "wait" ? 11 : 1;
            const made = act === "late" ? minute - 5 : minute;
            if (act === "shows") {
              shown.push({ at: minute, gust: gust ?? 0 });
              await shows(meter, gust ?? 0);
            } else if (act === "survey" || act === "late") {
              await survey(gust ?? undefined, made);
              const last = shown.filter((one) => one.at <= made && one.at > made - 60).at(-1);
              const counts = shown.filter((one) => last && one.at > last.at - 10 && one.at <= last.at);
              const byMeter = Math.max(-1, ...counts.map((one) => one.gust));
              const speaks = last !== undefined && made - last.at <= 1;
              const known = gust !== null || speaks;
              // One that was made before another is none over it, whenever it comes.
              if (latest === undefined || made >= latest.made)
                latest = { allows: known && Math.max(gust ?? 0, byMeter) <= limit, made };
            }
            const over = shown.some((one) => latest && one.at > latest.made && one.gust > limit);
            const expected =
              latest === undefined || (latest.allows && (over || minute >= latest.made + 60))
                ? "survey_due"
                : latest.allows
                  ? "cleared"
                  : "stopped_for_conditions";
            // One that allows nothing runs out too.
            const stood = await state();
            if (!latest?.allows && latest !== undefined && minute >= latest.made + 60) continue;
            expect(stood, `${act} ${gust}`).toBe(expected);
            if (latest?.allows) expect(await allowed()).toBeCloseTo(limit, 6);
            const { rows } = await sql<{ same: boolean }>`
              SELECT to_jsonb(w) = to_jsonb(s) - 'stale' AS same FROM standing_worked_out w
                JOIN unit_standing s USING (unit_id) WHERE w.unit_id = ${yard.boom}`.execute(yard.db);
            expect(rows).toEqual([{ same: true }]);
          }
        },
      ),
      { numRuns: Number(process.env["HISTORIES"] ?? 6) },
    );
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
    await closeMeter(yard.db, "yard", meter.id, yard.people.owner, at(minute));
  }, 240_000);

  it("a survey that was ended stays so, whoever writes", async () => {
    minute = (Math.floor(minute / 1440) + 1) * 1440 + 60;
    await walk();
    const meter = await meterNamed("Gable");
    const { id } = await survey(5);
    expect(await state()).toBe("cleared");
    const ended = { surveyId: id, unitId: yard.boom, ledgerPosition: 1, meterId: meter.id };
    await expect(
      yard.db
        .insertInto("surveyEnded")
        .values({ ...ended, gustMps: 20, limitMps: 12.5, at: at(minute) })
        .execute(),
    ).rejects.toThrow(/the end of the survey in the ledger/);
    minute += 1;
    await shows(meter, 14);
    expect(await state()).toBe("survey_due");
    expect((await windOfSite(yard.db, "yard", at(minute))).allowed).toEqual([]);
    await expect(yard.db.deleteFrom("surveyEnded").execute()).rejects.toThrow();
    await closeMeter(yard.db, "yard", meter.id, yard.people.owner, at(minute));
  });

  it("no tablet whose clock is ahead makes a survey that outranks the next", async () => {
    minute = (Math.floor(minute / 1440) + 1) * 1440 + 60;
    await walk();
    await survey(5, minute + 4);
    expect(await state()).toBe("cleared");
    minute += 1;
    await survey(20);
    expect(await state()).toBe("stopped_for_conditions");
  });

  it("only an owner adds a meter, at an address nobody reads yet", async () => {
    const meter = { id: randomUUID(), name: "Mast", address: "127.0.0.1:10110", heightM: 6 };
    const add = (more: object, by = yard.people.owner) =>
      addMeter(yard.db, "yard", { ...meter, ...more }, by, at(minute));
    await expect(add({}, yard.people.operator)).rejects.toThrow(/owner of the site/);
    await add({});
    await add({});
    await expect(add({ id: randomUUID() })).rejects.toThrow(/is read already/);
    await closeMeter(yard.db, "yard", meter.id, yard.people.owner, at(minute));
    await expect(closeMeter(yard.db, "withy", meter.id, yard.people.owner, at(minute))).rejects.toThrow(
      /a wind meter of this site/,
    );
  });
});

describe("the feed of a meter", () => {
  let standIn: ChildProcess | undefined;
  const ports = { wind: 0, hand: 0 };
  const hand = (what: string) => fetch(`http://127.0.0.1:${ports.hand}/${what}`, { method: "POST" });
  afterAll(() => standIn?.kill());

  it("is read, cut, told silent, and read again when it is back", async () => {
    ports.wind = await freePort();
    ports.hand = await freePort();
    standIn = spawn(process.execPath, [
      ...["--import", "tsx", "src/server/cli/wind-stand-in.ts"],
      ...[`${ports.wind}`, `${ports.hand}`],
    ]);
    await vi.waitFor(() => hand("wind?mean=7&gust=9"), { timeout: 20_000, interval: 200 });
    const meter = await meterNamed("Stand-in", `127.0.0.1:${ports.wind}`);
    const samples = async () =>
      (await siteMeters(yard.db, "yard", new Date(Date.now() + 20_000))).find(({ id }) => id === meter.id)
        ?.samples ?? [];
    const feeds = new WindFeeds(yard.db, 2000);
    await feeds.follow();
    await vi.waitFor(async () => expect((await samples()).length).toBeGreaterThan(0), 60_000);
    // The database is away for some spans: what was shown meanwhile is kept once it is back.
    await sql`ALTER TABLE wind_reading RENAME TO wind_reading_away`.execute(yard.db);
    await new Promise((resolve) => setTimeout(resolve, 4500));
    await sql`ALTER TABLE wind_reading_away RENAME TO wind_reading`.execute(yard.db);
    const had = (await samples()).length;
    await vi.waitFor(async () => expect((await samples()).length).toBeGreaterThan(had + 1), 30_000);
    const times = (await samples()).map(({ atMs }) => atMs);
    expect(times).toEqual(times.map((_, i) => (times[0] ?? 0) + i * 2000));
    await hand("cut");
    const before = (await samples()).length;
    await new Promise((resolve) => setTimeout(resolve, 4500));
    // What the span that was cut had shown is kept; nothing comes after.
    const silent = (await samples()).length;
    expect(silent - before).toBeLessThanOrEqual(1);
    await hand("resume");
    await vi.waitFor(async () => expect((await samples()).length).toBeGreaterThan(silent), 90_000);
    for (const { gustMps, meanMps } of await samples()) {
      expect(meanMps).toBeGreaterThanOrEqual(7);
      expect(gustMps).toBeLessThanOrEqual(9.01);
    }
    await closeMeter(yard.db, "yard", meter.id, yard.people.owner, new Date());
    await feeds.follow();
    feeds.end();
  });

  it("outlives one that talks without end and never tells the wind", async () => {
    let came = 0;
    const noise = createServer((socket) => {
      came += 1;
      socket.on("error", () => socket.destroy());
      socket.write("x".repeat(5000));
    });
    await new Promise<void>((resolve) => noise.listen(0, "127.0.0.1", resolve));
    const address = noise.address();
    const port = typeof address === "object" && address !== null ? address.port : 0;
    const meter = await meterNamed("Noise", `127.0.0.1:${port}`);
    const feeds = new WindFeeds(yard.db);
    await feeds.follow();
    // Cut off at once, and asked again.
    await vi.waitFor(() => expect(came).toBeGreaterThan(1), 20_000);
    feeds.end();
    noise.close();
    expect(
      (await siteMeters(yard.db, "yard", new Date())).find(({ id }) => id === meter.id)?.samples,
    ).toEqual([]);
  });
});
