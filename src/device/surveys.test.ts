import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { SurveyGiven } from "@/core/survey/job";
import { localStore } from "./local-store";
import { keepAndSend, keepHazardPicture, openSurveys, sendSurveys } from "./surveys";

/** What becomes of a request: it arrives, its answer is lost, it never arrives, or the server has trouble. */
type Fate = "arrives" | "answer lost" | "lost" | "trouble";

/** A server that records each survey once, by its id, and only in the name of whoever is signed in. */
class Server {
  readonly recorded = new Map<string, string>();
  readonly pictures = new Set<string>();
  /** Pictures that surveys named before they had come. */
  early = 0;
  signedIn = "oake";
  fates: Fate[] = [];
  refuse: string | undefined;

  readonly fetch = async (path: string, init: RequestInit): Promise<Response> => {
    const fate = this.fates.shift() ?? "arrives";
    if (fate === "lost") throw new TypeError("no network");
    if (fate === "trouble") return Response.json({}, { status: 503 });
    const answer = this.answer(path, init);
    if (fate === "answer lost") throw new TypeError("no network");
    return answer;
  };

  private answer(path: string, init: RequestInit): Response {
    const problem = (status: number, type: string) =>
      Response.json({ type: `/problems/${type}`, detail: "why" }, { status });
    if (path.includes("survey-pictures")) {
      this.pictures.add(path.split("/").at(-1) ?? "");
      return Response.json({});
    }
    const { id, by, given } = JSON.parse(`${init.body}`) as { id: string; by: string; given: SurveyGiven };
    if (by !== this.signedIn) return problem(403, "not-yours");
    if (this.refuse !== undefined) return problem(400, this.refuse);
    for (const { picture } of given.readings.hazards ?? [])
      if (picture !== undefined && !this.pictures.has(picture)) this.early += 1;
    this.recorded.set(id, by);
    return Response.json({ id, verdict: "within", untilMs: 0 });
  }
}

let server: Server;
const clear = () => Promise.all([localStore().surveys.clear(), localStore().surveyPictures.clear()]);
beforeEach(async () => {
  await clear();
  server = new Server();
  vi.stubGlobal("fetch", server.fetch);
});
afterEach(async () => {
  await clear();
  vi.unstubAllGlobals();
});

const survey = (id: string, by = "oake", picture?: string) => ({
  ...{ id, by, plate: "LM-21", placeId: "place", surveyedAt: "2026-06-01T06:00:00Z" },
  given: {
    readings: {
      hazards: picture === undefined ? [] : [{ id: "h", what: "holes", did: "removed", by, picture }],
    },
  } as unknown as SurveyGiven,
});

describe("surveys made on a tablet", () => {
  it("are recorded each once whatever the signal does, their pictures first, and none is lost before", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.boolean(), { minLength: 1, maxLength: 3 }),
        fc.array(fc.constantFrom<Fate>("arrives", "answer lost", "lost", "trouble"), { maxLength: 12 }),
        async (pictured, fates) => {
          await clear();
          server.recorded.clear();
          server.fates = [...fates];
          for (const [i, has] of pictured.entries()) {
            const hash = has ? await keepHazardPicture(new Blob([`picture ${i}`])) : undefined;
            const answer = await keepAndSend(survey(`${i}`, "oake", hash));
            const here = (await openSurveys()).map(({ id }) => id);
            // Recorded there, or still here: never neither.
            expect(server.recorded.has(`${i}`) || here.includes(`${i}`)).toBe(true);
            expect(answer.kind === "recorded" ? !here.includes(`${i}`) : here.includes(`${i}`)).toBe(true);
          }
          for (let tries = 0; (await sendSurveys()).link !== "sent"; tries++) expect(tries).toBeLessThan(20);
          expect(await openSurveys()).toEqual([]);
          expect(server.recorded.size).toBe(pictured.length);
          expect(server.early).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("wait for their own person, and go in no other name", async () => {
    server.signedIn = "wren";
    expect(await keepAndSend(survey("a"))).toMatchObject({ kind: "kept" });
    await sendSurveys();
    expect(server.recorded.size).toBe(0);
    expect(await openSurveys()).toHaveLength(1);
    server.signedIn = "oake";
    await sendSurveys();
    expect([...server.recorded]).toEqual([["a", "oake"]]);
  });

  it("that are refused at once are for their person to correct; one refused later stays, with why, until the next is recorded", async () => {
    server.refuse = "bad-input";
    expect(await keepAndSend(survey("a"))).toEqual({ kind: "refused", detail: "why" });
    expect(await openSurveys()).toEqual([]);
    server.fates = ["lost"];
    await keepAndSend(survey("b"));
    await sendSurveys();
    expect(await openSurveys()).toMatchObject([{ id: "b", refused: "why" }]);
    server.refuse = undefined;
    await sendSurveys();
    expect(server.recorded.size).toBe(0);
    expect(await keepAndSend(survey("c"))).toMatchObject({ kind: "recorded" });
    expect(await openSurveys()).toEqual([]);
  });
});
