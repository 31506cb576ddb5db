import ICAL from "ical.js";
import { type ParsedMail, simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { setSlot } from "@/server/clocks/slots";
import { chooseMail, mailChoiceSchema, stopByLink, stopMail } from "@/server/mail/choice";
import { newOwnCalendar, ownIcs, ownWork } from "@/server/mail/own-calendar";
import { sendMail, transportOf } from "@/server/mail/send";
import { writeMail } from "@/server/mail/write";
import { shiftBoard } from "@/server/shift/board";
import { needSchema, setNeed } from "@/server/shift/needs";
import { addUnit, at, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const letters: ParsedMail[] = [];
let refuses = false;
let server: SMTPServer;
let transport: ReturnType<typeof transportOf>;
const choose = (personId: string, more: object = {}, minute = 0) =>
  chooseMail(
    yard.db,
    personId,
    mailChoiceSchema.parse({
      ...{ address: "m@yard.example", digest: true, tag: true, quiet: null, language: "en" },
      ...more,
    }),
    at(minute),
  );
const tick = async (minute: number) => {
  await writeMail(yard.db, "http://yard.example", at(minute));
  return sendMail(yard.db, transport, "Yard <yard@yard.example>", at(minute));
};
const waiting = () => yard.db.selectFrom("mailOut").selectAll().where("sentAt", "is", null).execute();

beforeAll(async () => {
  server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS"],
    onMailFrom: (_address, _session, done) => done(refuses ? new Error("busy") : undefined),
    onData: (stream, _session, done) =>
      void simpleParser(stream).then((letter) => {
        letters.push(letter);
        done();
      }),
  });
  const port = await new Promise<number>((resolve) => {
    const listening = server.listen(0, "127.0.0.1", () => {
      const address = listening.address();
      resolve(typeof address === "object" ? (address?.port ?? 0) : 0);
    });
  });
  transport = transportOf(`smtp://127.0.0.1:${port}`);
  for (const [crew, plate] of [
    ["glaziers", "M-1"],
    ["heating", "M-2"],
  ] as const)
    await setNeed(
      yard.db,
      "yard",
      yard.people.owner,
      needSchema.parse({
        ...{ shiftId: "early", crew, place: "House 3", inspectorId: yard.people.operator },
        unitId: await addUnit(yard.db, plate, slabScissorSheet),
      }),
      at(0),
    );
});
afterAll(() => new Promise<void>((resolve) => server.close(() => resolve())));
beforeEach(async () => {
  letters.length = 0;
  refuses = false;
  await yard.db.deleteFrom("mailOut").execute();
  await yard.db.deleteFrom("mailChoice").execute();
});

describe("what is told by mail", () => {
  it("is the shift in the hour before it begins, once, with one's own inspections, over a real mail server", async () => {
    await choose(yard.people.operator);
    expect(await tick(-1)).toBe(0);
    expect(await tick(0)).toBe(1);
    expect(await tick(1)).toBe(0);
    const [letter] = letters;
    expect(letter?.subject).toMatch(/^Early shift 2026-03-02, 06:30: 2 of 2 crews served at the start$/);
    expect(letter?.from?.text).toContain("yard@yard.example");
    const { rows } = await shiftBoard(yard.db, "yard", at(0));
    const mine = rows.filter(({ slot }) => slot?.personId === yard.people.operator);
    for (const { plate, crew } of mine)
      expect(letter?.text).toMatch(new RegExp(`${plate}\\s+${crew}, House 3`));
    expect(letter?.text).toContain("http://yard.example/shift");
  });

  it("is told at once where a unit that a crew waits for is tagged, with what the plan gives instead; of any other it is not", async () => {
    await choose(yard.people.owner, { digest: false });
    await tagOut(yard, "S-1", yard.people.operator, 2);
    await tagOut(yard, "M-1", yard.people.operator, 3);
    expect(await tick(4)).toBe(1);
    expect(letters[0]?.subject).toBe("M-1 is tagged out: glaziers, House 3");
    expect(letters[0]?.text).toMatch(/M-1 was tagged out at 05:33 by operator: T-\d+\./);
    expect(letters[0]?.text).toMatch(/By the plan as it stands/);
    expect(await tick(5)).toBe(0);
  });

  it("waits for the end of quiet hours, and is written in the language it was asked for in", async () => {
    await choose(yard.people.owner, { tag: false, language: "es", quiet: { fromMin: 300, untilMin: 345 } });
    expect(await tick(0)).toBe(0);
    expect(await waiting()).toHaveLength(1);
    expect(await tick(15)).toBe(1);
    expect(letters[0]?.subject).toContain("cuadrillas servidas");
  });

  it("is tried again where the mail server refuses, ever less often, and is not lost", async () => {
    await choose(yard.people.owner, { tag: false });
    refuses = true;
    expect(await tick(0)).toBe(0);
    expect(await tick(0)).toBe(0);
    expect((await waiting())[0]).toMatchObject({ tries: 1 });
    expect(await tick(2)).toBe(0);
    expect((await waiting())[0]).toMatchObject({ tries: 2 });
    refuses = false;
    expect(await tick(3)).toBe(0);
    expect(await tick(5)).toBe(1);
    expect(await waiting()).toEqual([]);
  });

  it("stops kind by kind with the link of a mail, and altogether with the address gone", async () => {
    await choose(yard.people.owner);
    expect(await tick(0)).toBeGreaterThan(0);
    const secret = /http:\/\/yard\.example\/mail\/(\S+)/.exec(letters[0]?.text ?? "")?.[1] ?? "";
    await expect(stopByLink(yard.db, `${secret}x`, "digest")).rejects.toThrow(/link/);
    await stopByLink(yard.db, secret, "digest");
    await yard.db.deleteFrom("mailOut").execute();
    letters.length = 0;
    await tick(6);
    expect(letters.filter(({ subject }) => subject?.includes("served"))).toEqual([]);
    await stopMail(yard.db, yard.people.owner);
    expect(await yard.db.selectFrom("mailOut").select("no").execute()).toEqual([]);
    expect(await yard.db.selectFrom("mailChoice").select("address").execute()).toEqual([]);
    expect(
      mailChoiceSchema.safeParse({ address: "nobody", digest: true, tag: true, quiet: null, language: "en" })
        .success,
    ).toBe(false);
  });
});

describe("one's own calendar", () => {
  it("has one's inspections of the plan in force, read by a standard parser; a new address ends the one before", async () => {
    const { operator } = yard.people;
    const secretOf = ({ path }: { readonly path: string }) => path.split("/").at(-1) ?? "";
    const old = secretOf(await newOwnCalendar(yard.db, operator, at(0)));
    const secret = secretOf(await newOwnCalendar(yard.db, operator, at(1)));
    expect(await ownWork(yard.db, old, at(6))).toBeUndefined();
    const own = await ownWork(yard.db, secret, at(6));
    if (own === undefined) throw new Error("expected a calendar");
    const ics = ownIcs(own, at(6), ({ plate, of }) => ({
      summary: `${"crew" in of ? "Inspect" : "Work on"} ${plate}`,
      description: "",
    }));
    const events = new ICAL.Component(ICAL.parse(ics))
      .getAllSubcomponents("vevent")
      .map((event) => new ICAL.Event(event));
    const { rows } = await shiftBoard(yard.db, "yard", at(6));
    const mine = rows.filter(({ slot }) => slot?.personId === operator);
    expect(mine.length).toBeGreaterThan(0);
    expect(
      events.map(({ summary, startDate }) => `${summary} ${startDate.toJSDate().getTime()}`).sort(),
    ).toEqual(mine.map(({ plate, slot }) => `Inspect ${plate} ${slot?.startMs}`).sort());

    // A technician's has the jobs of the day.
    const { technician, owner } = yard.people;
    const theirs = secretOf(await newOwnCalendar(yard.db, technician, at(6)));
    await setSlot(
      yard.db,
      yard.scissor,
      owner,
      { job: "service", plannedOn: "2026-03-02", who: "", minutes: 40, personId: technician },
      at(6),
    );
    const { work = [] } = (await ownWork(yard.db, theirs, at(7))) ?? {};
    expect(work).toMatchObject([{ plate: "S-1", of: { job: "service" } }]);
    expect((work[0]?.endMs ?? 0) - (work[0]?.startMs ?? 0)).toBe(40 * 60_000);
  });
});
