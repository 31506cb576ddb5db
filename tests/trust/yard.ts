import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { foundStowed } from "@/core/plan/found";
import type { InspectionEvent, Saw } from "@/core/record/events";
import { type Sheet, sheetSchema } from "@/core/sheet/sheet";
import { featuresOf } from "@/core/vocabulary/features";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { seeded } from "@/core/vocabulary/seeded";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Db } from "@/server/database/database";
import { walkAndSign } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { joinInspection } from "@/server/inspections/join";
import { planOf } from "@/server/inspections/model";
import { eventsHash, eventsOf, signInspection } from "@/server/inspections/sign";
import { startInspection, startRetest } from "@/server/inspections/start";
import { headOf } from "@/server/ledger/append";
import { canonical, sha256 } from "@/server/ledger/chain";
import { openMatters } from "@/server/matters/read";
import { personById } from "@/server/people/session";
import { lookAtReport } from "@/server/reports/look";
import { setPolicy } from "@/server/sites/policy";
import { raiseTag } from "@/server/tags/raise";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordUnitEvent, type UnitEventWanted } from "@/server/units/events";
import { recordExamination } from "@/server/units/examination";
import { setUnitFigure } from "@/server/units/figures";
import { repairFinding } from "@/server/units/finding-repair";
import { standings } from "@/server/units/standing";
import type { Yard } from "../database";
import { add, type Fault, faults, Oracle, type Walk } from "./oracle";

/** The machine with the fewest checks: a cranked mast with nothing fitted that can be left off. */
const mast = demoSheets["sorrel-p6"];
const gone = { fit: "not_fitted", manualPage: "1", enteredBy: "a", confirmedBy: "b" } as const;
export const bareMast: Sheet = sheetSchema.parse({
  ...mast,
  model: "Bare",
  features: Object.fromEntries(featuresOf(mast.family).map((id) => [id, gone])),
});
export const bareChecks = planOf({
  asks: { sheet: bareMast },
  scope: { kind: "full" },
  policy: defaultPolicy,
  found: foundStowed(bareMast),
}).due.map((check) => check.key);

export type Command =
  | {
      readonly do: "start" | "join" | "read" | "sign" | "correct" | "overrule" | "broken" | "walk" | "finish";
      readonly who: 0 | 1;
    }
  | { readonly do: "answer"; readonly who: 0 | 1; readonly from: number; readonly count: number }
  | { readonly do: "fault" | "late"; readonly who: 0 | 1; readonly fault: Fault }
  | { readonly do: "say"; readonly who: 0 | 1; readonly says: "same" | "gone" }
  | {
      readonly do:
        | "tag"
        | "mend"
        | "repair_tag"
        | "retest"
        | "release"
        | "repair_finding"
        | "figure"
        | "look"
        | "examine";
    }
  | { readonly do: "event"; readonly who: 0 | 1; readonly kind: UnitEventWanted["kind"] }
  | { readonly do: "policy"; readonly trigger: "shift" | "each_use" | "operator_change" }
  | { readonly do: "clock"; readonly minutes: number }
  | { readonly do: "train"; readonly trained: boolean };

interface Device {
  readonly who: 0 | 1;
  readonly person: string;
  readonly deviceId: string;
  inspection?: string;
  walk?: Walk;
  head: Saw;
  seen: number;
  /** The highest number this device has used in each inspection, and what it found there last. */
  readonly seq: Map<string, number>;
  readonly last: Map<string, InspectionEvent[]>;
  sealed?: { readonly inspection: string; readonly walk: Walk };
}

/** One for each yardstick; drawn at random, two of ten thousand are the same more often than not. */
let firstBadge = 10_000_000;

const zero: Saw = { position: 0, headHash: "" };
const hourMs = 3_600_000;

/** One unit, the app and the oracle beside each other: every command goes to both. */
export class Yardstick {
  readonly oracle: Oracle;
  nowMs = Date.parse("2026-03-02T05:30:00Z");
  private trained = true;
  private readonly devices: readonly [Device, Device];
  private readonly walks = new Map<string, { readonly walk: Walk; readonly begunBy: 0 | 1 }>();

  private constructor(
    private readonly db: Db,
    private readonly people: Yard["people"],
    readonly unitId: string,
    private readonly plate: string,
    private readonly siteId: string,
    private readonly secondId: string,
    private readonly random: () => number,
  ) {
    this.oracle = new Oracle(bareChecks, Date.parse("2026-03-06T00:00:00Z"));
    const device = (who: 0 | 1, person: string): Device => ({
      ...{ who, person, head: zero, seen: 0 },
      ...{ deviceId: randomUUID().slice(0, 8), seq: new Map(), last: new Map() },
    });
    this.devices = [device(0, people.operator), device(1, secondId)];
  }

  static async make(yard: Yard, versionId: string): Promise<Yardstick> {
    const unitId = randomUUID();
    const siteId = `site-${unitId}`;
    const plate = `X${unitId.replaceAll("-", "").slice(0, 12).toUpperCase()}`;
    const shifts = [
      { id: "early", startsMin: 390 },
      { id: "late", startsMin: 870 },
    ];
    await yard.db
      .insertInto("site")
      .values({
        id: siteId,
        name: siteId,
        timeZone: "UTC",
        shifts: JSON.stringify(shifts),
        policy: JSON.stringify(defaultPolicy),
      })
      .execute();
    await yard.db
      .insertInto("unit")
      .values({
        id: unitId,
        plate,
        siteId,
        family: bareMast.family,
        serial: plate,
        sheetVersionId: versionId,
        examinationDue: new Date("2026-03-06T00:00:00Z"),
      })
      .execute();
    // A person of its own, whose training comes and goes.
    const secondId = randomUUID();
    await yard.db
      .insertInto("person")
      .values({
        id: secondId,
        badge: `${firstBadge++}`,
        name: "second",
      })
      .execute();
    await train(yard.db, [secondId]);
    const random = seeded(Number.parseInt(unitId.slice(0, 8), 16));
    return new Yardstick(yard.db, yard.people, unitId, plate, siteId, secondId, random);
  }

  private get at(): Date {
    return new Date(this.nowMs);
  }

  /** Whether the app says the unit may be used, now. */
  async usable(): Promise<boolean> {
    return (await standings(this.db, [this.unitId], this.at)).get(this.unitId)?.usable === true;
  }

  async run(command: Command): Promise<void> {
    const { oracle } = this;
    switch (command.do) {
      case "start":
        return this.start(this.devices[command.who]);
      case "join":
        return this.join(this.devices[command.who], this.devices[command.who === 0 ? 1 : 0]);
      case "read":
        return this.read(this.devices[command.who]);
      case "answer": {
        const device = this.devices[command.who];
        const some = bareChecks.slice(command.from, command.from + command.count);
        return this.answer(device, some);
      }
      case "fault":
        return this.fault(this.devices[command.who], command.fault);
      case "correct":
        return this.correct(this.devices[command.who]);
      case "overrule":
        return this.overrule(this.devices[command.who], this.devices[command.who === 0 ? 1 : 0]);
      case "say":
        return this.say(this.devices[command.who], command.says);
      case "broken":
        return this.broken(this.devices[command.who]);
      case "sign":
        return this.sign(command.who);
      case "late":
        return this.late(this.devices[command.who], command.fault);
      case "walk":
        return this.wholeWalk(command.who);
      case "tag": {
        const raised = await raiseTag(this.db, this.plate, this.people.untrained, "{", this.at);
        oracle.enter("tag");
        oracle.holds.add(raised.id);
        return;
      }
      case "finish":
        return this.finish(command.who);
      case "mend":
        await this.repairTag();
        await this.retest();
        return this.release();
      case "repair_tag":
        return this.repairTag();
      case "retest":
        return this.retest();
      case "release":
        return this.release();
      case "repair_finding":
        return this.repairOne();
      case "look":
        return this.look();
      case "event": {
        const { kind, who } = command;
        const { person } = this.devices[who];
        await recordUnitEvent(this.db, this.unitId, person, { id: randomUUID(), kind }, this.at);
        if (kind === "taken_into_use" || kind === "handed_over") oracle.use(kind, who);
        else oracle.enter(kind);
        return;
      }
      case "figure": {
        const figure = { figure: "gross_weight" as const, value: 400 + (oracle.n % 50), source: "plate" };
        await setUnitFigure(this.db, this.unitId, this.people.owner, figure, this.at);
        oracle.enter("figure");
        this.nowMs += 1000;
        return;
      }
      case "policy": {
        const policy = { ...defaultPolicy, trigger: command.trigger };
        await setPolicy(this.db, this.siteId, this.people.owner, policy, this.at);
        oracle.trigger = command.trigger;
        oracle.enter("policy");
        return;
      }
      case "examine": {
        const day = (ms: number) => new Date(ms).toISOString().slice(0, 10);
        const nextDue = day(this.nowMs + 10 * 24 * hourMs);
        const document = { examiner: "An examiner", licence: "E-1", document: "R-1" };
        await recordExamination(
          this.db,
          this.unitId,
          this.people.owner,
          { ...document, examinedOn: day(this.nowMs), nextDue },
          this.at,
        );
        oracle.examinationDueMs = Date.parse(nextDue);
        oracle.enter("examination");
        return;
      }
      case "clock":
        this.nowMs += command.minutes * 60_000;
        return;
      case "train":
        this.trained = command.trained;
        return setTrained(this.db, this.secondId, command.trained);
    }
  }

  private async read(device: Device): Promise<void> {
    device.head = await headOf(this.db, this.unitId);
    device.seen = this.oracle.n;
  }

  private async start(device: Device): Promise<void> {
    const before = device.inspection;
    const id = await startInspection(this.db, device.person, { unitId: this.unitId, scope: "full" }, this.at);
    if (id === before) return;
    const known = this.walks.get(id);
    if (known === undefined) {
      this.oracle.enter("start");
      const walk = { beganMs: this.nowMs, answers: new Map(), said: new Map(), makers: new Set<number>() };
      this.walks.set(id, { walk: { ...walk, broken: false }, begunBy: device.who });
    }
    await this.goOn(device, id);
  }

  private async goOn(device: Device, id: string): Promise<void> {
    Object.assign(device, { inspection: id, walk: this.walks.get(id)?.walk });
    await this.read(device);
  }

  /** Goes on with what the other is on, in one's own name. Whoever may not is refused. */
  private async join(device: Device, other: Device): Promise<void> {
    const { inspection } = other;
    if (inspection === undefined) return;
    const person = await personById(this.db, device.person);
    if (person === undefined) return;
    const roles = new Map([[this.siteId, ["operator"] as const]]);
    const joined = joinInspection(this.db, inspection, { ...person, roles }, this.at);
    if (
      await joined.then(
        () => true,
        () => false,
      )
    )
      await this.goOn(device, inspection);
    else if (this.isTrained(device.who)) throw new Error("expected whoever is trained to join");
  }

  private readonly isTrained = (who: number): boolean => who === 0 || this.trained;

  /** An event as the device makes it; its clock is nine days slow, or fast. */
  private event(device: Device, body: object): InspectionEvent {
    const inspectionId = device.inspection ?? device.sealed?.inspection ?? "";
    const seq = (device.seq.get(inspectionId) ?? 0) + 1;
    device.seq.set(inspectionId, seq);
    const slowMs = (seq % 2 === 0 ? -9 : 9) * 24 * hourMs;
    return {
      schema: 2,
      id: randomUUID(),
      inspectionId,
      deviceId: device.deviceId,
      seq,
      ...(this.walks.get(inspectionId)?.begunBy !== device.who && { by: device.person }),
      follows: null,
      at: new Date(this.nowMs + slowMs).toISOString(),
      saw: device.head,
      ...body,
    } as InspectionEvent;
  }

  private async send(device: Device, inspection: string, events: readonly unknown[]) {
    return ingest(this.db, inspection, device.person, { events }, this.at);
  }

  private async answer(device: Device, checks: readonly string[]): Promise<void> {
    if (device.inspection === undefined) await this.start(device);
    const { inspection, walk } = device;
    if (inspection === undefined || walk === undefined) return;
    const events = checks.map((check) =>
      this.event(device, { type: "answered", check, result: { kind: "fine" } }),
    );
    await this.send(device, inspection, events);
    for (const check of checks) add(walk, check, { seen: device.seen, by: device.who });
  }

  private async fault(device: Device, fault: Fault): Promise<void> {
    if (device.inspection === undefined) await this.start(device);
    const { inspection, walk } = device;
    if (inspection === undefined || walk === undefined) return;
    const { check, condition } = faults[fault];
    const event = this.event(device, { type: "answered", check, result: { kind: "condition", condition } });
    await this.send(device, inspection, [event]);
    this.oracle.found(walk, device.who, fault, device.seen, this.nowMs);
    device.last.set(inspection, [...(device.last.get(inspection) ?? []), event]);
  }

  /** The last fault was a slip: fine, with why. */
  private async correct(device: Device): Promise<void> {
    const { inspection, walk } = device;
    const slip = device.last.get(inspection ?? "")?.pop();
    if (inspection === undefined || walk === undefined || slip?.type !== "answered") return;
    const { check } = slip;
    const body = { type: "answered", check, result: { kind: "fine" } };
    const event = this.event(device, {
      ...body,
      supersedes: { event: slip.id, reason: "Touched by mistake" },
    });
    await this.send(device, inspection, [event]);
    const fault = (Object.keys(faults) as Fault[]).find((f) => faults[f].check === check) ?? "rails";
    const answer = walk.answers
      .get(check)
      ?.findLast((a) => a.fault === fault && a.by === device.who && !a.superseded);
    if (answer !== undefined) answer.superseded = true;
    add(walk, check, { seen: device.seen, by: device.who });
    if (faults[fault].does !== "tag") this.oracle.close(fault, walk, device.who);
  }

  /** Fine, in place of what the other found: theirs stays, whatever this device says. */
  private async overrule(device: Device, other: Device): Promise<void> {
    const { inspection, walk } = device;
    const found = other.last.get(inspection ?? "")?.at(-1);
    if (inspection === undefined || walk === undefined || found?.type !== "answered") return;
    const supersedes = { event: found.id, reason: "Looked again" };
    const body = { type: "answered", check: found.check, result: { kind: "fine" }, supersedes };
    await this.send(device, inspection, [this.event(device, body)]);
    add(walk, found.check, { seen: device.seen, by: device.who });
  }

  private async say(device: Device, says: "same" | "gone"): Promise<void> {
    const { inspection, walk } = device;
    if (inspection === undefined || walk === undefined) return;
    const matters = await openMatters(this.db, this.unitId, inspection);
    const reason = says === "gone" ? { reason: "Looked: not there" } : {};
    const events = matters.map((m) =>
      this.event(device, { type: "matter", check: m.check, finding: m.findingId, says, ...reason }),
    );
    await this.send(device, inspection, events);
    for (const { check } of matters) {
      const fault = (Object.keys(faults) as Fault[]).find((f) => faults[f].check === check) ?? "rails";
      walk.said.set(fault, says);
      walk.makers.add(device.who);
      // A repair above the floor is recorded by a technician, never said.
      if (says === "gone" && faults[fault].does !== "repair_by") this.oracle.close(fault);
    }
  }

  private async broken(device: Device): Promise<void> {
    if (device.inspection === undefined) await this.start(device);
    const { inspection, walk } = device;
    if (inspection === undefined || walk === undefined) return;
    const check = faults.weld.check;
    const result = { kind: "condition", condition: "cracked", note: "half \ud800 and \u0000" };
    const event = this.event(device, { type: "answered", check, result });
    await this.send(device, inspection, [event]);
    this.oracle.enter("reported");
    this.oracle.holds.add(`report ${event.id}`);
    device.seq.set(inspection, event.seq - 1);
    await this.send(device, inspection, [
      this.event(device, { type: "changed", step: `withdrawn:${event.id}` }),
    ]);
    walk.broken = true;
    walk.makers.add(device.who);
  }

  private async sign(who: 0 | 1): Promise<void> {
    const device = this.devices[who];
    const { inspection, walk } = device;
    if (inspection === undefined || walk === undefined) return;
    const events = await eventsOf(this.db, inspection);
    await signInspection(
      this.db,
      inspection,
      device.person,
      {
        // A device that always claims the best is not believed.
        outcome: "cleared",
        eventCount: events.length,
        eventsHash: eventsHash(events),
        signature: { kind: "typed", name: "somebody" },
      },
      this.at,
    );
    this.oracle.sign(walk, who, this.isTrained, this.nowMs);
    for (const one of this.devices)
      if (one.inspection === inspection)
        Object.assign(one, { sealed: { inspection, walk }, inspection: undefined, walk: undefined });
  }

  /** A fault found in a walk that is sealed already, heard of only now. */
  private async late(device: Device, fault: Fault): Promise<void> {
    const { sealed } = device;
    if (sealed === undefined) return;
    const { check, condition } = faults[fault];
    const then = { ...device, inspection: sealed.inspection };
    const event = this.event(then, { type: "answered", check, result: { kind: "condition", condition } });
    await this.send(device, sealed.inspection, [event]);
    this.oracle.enter("addendum");
    this.oracle.found(sealed.walk, device.who, fault, device.seen, this.nowMs);
  }

  /** Ends a walk that is under way: what is open on the unit is said, and it is signed as it is. */
  private async finish(who: 0 | 1): Promise<void> {
    const device = this.devices[who];
    if (this.oracle.open(device.walk).length > 0) await this.say(device, "gone");
    await this.sign(who);
  }

  async wholeWalk(who: 0 | 1): Promise<void> {
    const device = this.devices[who];
    await this.start(device);
    await this.read(device);
    if (this.oracle.open(device.walk).length > 0) await this.say(device, "gone");
    await this.answer(device, bareChecks);
    this.nowMs += 20 * 60_000;
    await this.sign(who);
  }

  private async standingTags() {
    return this.db
      .selectFrom("standingTag")
      .select(["id", "number"])
      .where("unitId", "=", this.unitId)
      .orderBy("number")
      .execute();
  }

  private async repairTag(): Promise<void> {
    const [first, ...others] = await this.standingTags();
    if (first === undefined) return;
    const repair = { cause: "c", work: "w", repaired: ["frame" as const], disturbed: [], licence: "L" };
    const alsoTags = others.map((tag) => tag.id);
    await recordRepair(this.db, first.id, this.people.technician, { ...repair, alsoTags }, this.at);
    this.oracle.enter("repaired");
  }

  private async retest(): Promise<void> {
    const [first] = await this.standingTags();
    if (first === undefined) return;
    const { technician } = this.people;
    let id: string;
    try {
      id = await startRetest(this.db, technician, first.id, this.at);
    } catch {
      return;
    }
    const walk = { inspectionId: id, personId: technician, signer: "t", random: this.random, pace: 0.1 };
    await walkAndSign(this.db, walk, this.at);
    this.oracle.enter("retested");
  }

  /** Whoever releases repaired nothing; what the app refuses stays as it is. */
  private async release(): Promise<void> {
    for (const tag of await this.standingTags()) {
      const detail = await tagDetail(this.db, tag.id);
      if (detail?.waits !== "release") continue;
      const seen = { number: tag.number, seenPosition: detail.seenPosition };
      await releaseTag(this.db, tag.id, this.people.otherTechnician, seen, this.at);
      this.oracle.enter("release");
      const found = this.oracle.findings.find(
        (f) => f.fault === "weld" && f.open && detail.checkKey !== null,
      );
      if (detail.checkKey === null) this.oracle.holds.delete(tag.id);
      else if (found !== undefined) {
        found.open = false;
        this.oracle.holds.delete(`found ${found.n}`);
      }
    }
  }

  private async repairOne(): Promise<void> {
    const matters = await openMatters(this.db, this.unitId, undefined);
    const due = matters.find((m) => m.check === faults.decals.check);
    if (due === undefined) return;
    await repairFinding(this.db, due.findingId, this.people.technician, { work: "New decal" }, this.at);
    this.oracle.enter("repair decals");
    this.oracle.close("decals");
  }

  private async look(): Promise<void> {
    const reports = await this.db
      .selectFrom("standingReport")
      .select("id")
      .where("unitId", "=", this.unitId)
      .execute();
    for (const { id } of reports) {
      await lookAtReport(this.db, id, this.people.owner, "Read it; nothing to do", this.at);
      this.oracle.enter("looked");
    }
    for (const hold of this.oracle.holds) if (hold.startsWith("report")) this.oracle.holds.delete(hold);
  }

  /** From wherever the unit stands: everything that can be set right is, and a fresh walk clears it. */
  async wayBack(): Promise<void> {
    const { oracle } = this;
    if (oracle.trigger !== "shift") await this.run({ do: "policy", trigger: "shift" });
    const held = [...oracle.holds];
    if (held.some((hold) => hold.startsWith("report"))) await this.run({ do: "look" });
    if (held.some((hold) => !hold.startsWith("report"))) {
      await this.run({ do: "repair_tag" });
      await this.run({ do: "retest" });
      await this.run({ do: "release" });
    }
    if (oracle.open().includes("decals")) await this.run({ do: "repair_finding" });
    if (oracle.examinationDueMs < this.nowMs + 48 * hourMs) await this.run({ do: "examine" });
    // A new day, so that no walk begun before is gone on with.
    this.nowMs = (Math.floor(this.nowMs / (24 * hourMs)) + 1) * 24 * hourMs + 5.5 * hourMs;
    await this.run({ do: "walk", who: 0 });
  }
}

async function setTrained(db: Db, personId: string, trained: boolean): Promise<void> {
  await sql`UPDATE authorisation SET until = ${trained ? "2030-01-01" : "2020-01-01"}
    WHERE person_id = ${personId} AND family = ${bareMast.family}`.execute(db);
}

/** Makes the sheet every unit of the model test shares, and trains its people. */
export async function furnishMast(yard: Yard): Promise<string> {
  const { db, people } = yard;
  const id = randomUUID();
  const content = canonical(bareMast);
  await db.insertInto("sheet").values({ id: "bare", name: "Bare", family: bareMast.family }).execute();
  await db
    .insertInto("sheetVersion")
    .values({
      id,
      sheetId: "bare",
      version: 1,
      content,
      hash: sha256(content),
      createdAt: new Date(0),
      weakens: "[]",
    })
    .execute();
  await train(db, [people.operator, people.technician]);
  return id;
}

async function train(db: Db, personIds: readonly string[]): Promise<void> {
  const until = new Date("2030-01-01");
  await db
    .insertInto("authorisation")
    .values(personIds.map((personId) => ({ personId, family: bareMast.family, licence: "L", until })))
    .execute();
}
