import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { shownKinds } from "@/contract/staff";
import { defaultPolicy, type Policy } from "@/core/vocabulary/policy";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { beginYard, firstCode } from "@/server/first/first";
import { bookAsFound } from "@/server/ledger/books";
import { verifyBooks } from "@/server/ledger/verify-books";
import { requireOwnerOfAll } from "@/server/people/access";
import { certificateOf, keepCertificate } from "@/server/people/certificates";
import { makeFamiliar } from "@/server/people/familiar";
import { ownData } from "@/server/people/own-data";
import { chooseOwnPin, secondPerson } from "@/server/people/pin";
import { staffDetail, staffPage } from "@/server/people/read";
import type { SignedIn } from "@/server/people/session";
import { addPerson, changeStaff } from "@/server/people/staff";
import { createSheet } from "@/server/sheets/save";
import { changePolicy, policiesThatCame, policyVersions, withdrawPolicy } from "@/server/sites/policy";
import { poolPage } from "@/server/units/pool";
import { addUnit as addToPool, changeUnit, effectOfSheet } from "@/server/units/pool-change";
import { standings } from "@/server/units/standing";
import { at, begin, yardForFile } from "./database";

const yard = yardForFile();

const newcomer = (badge: string, roles: readonly string[] = ["operator"]) => ({
  ...{ badge, name: `Person ${badge}` },
  roles: roles as ["operator"],
});
const add = (badge: string, roles?: readonly string[]) =>
  addPerson(yard.db, "yard", newcomer(badge, roles), yard.people.owner, at(0));
const dateOf = (day: number) =>
  at(day * 24 * 60)
    .toISOString()
    .slice(0, 10);
const trained = {
  kind: "trained" as const,
  family: "slab_scissor" as const,
  licence: "L-9",
  until: "2027-01-31",
  document: "",
  documentId: null as string | null,
};
const event = (personId: string, kind: string, by: string | null, detail: object = {}) =>
  sql`INSERT INTO staff_event (id, person_id, site_id, kind, detail, by_person, at)
    VALUES (${randomUUID()}, ${personId}, 'yard', ${kind}, ${JSON.stringify(detail)}, ${by}, ${at(1)})`.execute(
    yard.db,
  );

describe("people", () => {
  it("join by a code that opens only the choice of a PIN, are trained by somebody else, and leave with their record kept", async () => {
    const { id, code } = await add("7001");
    expect(code).toMatch(/^\d{8}$/);
    await expect(add("7001")).rejects.toMatchObject({ type: "badge-taken" });
    expect((await staffDetail(yard.db, "yard", id))?.codeUntilMs).toBeGreaterThan(at(0).getTime());
    // A code is nobody's signature.
    await expect(secondPerson(yard.db, { badge: "7001", pin: code }, at(1))).rejects.toMatchObject({
      type: "wrong-second",
    });
    await expect(chooseOwnPin(yard.db, { id, badge: "7001" }, "7001", at(2))).rejects.toMatchObject({
      type: "easy-pin",
    });
    await expect(chooseOwnPin(yard.db, { id, badge: "7001" }, "4567", at(2))).rejects.toMatchObject({
      type: "easy-pin",
    });
    await chooseOwnPin(yard.db, { id, badge: "7001" }, "90318", at(2));
    expect((await secondPerson(yard.db, { badge: "7001", pin: "90318" }, at(60))).id).toBe(id);
    await changeStaff(yard.db, id, "yard", trained, yard.people.owner, at(3));
    await changeStaff(yard.db, id, "yard", { kind: "role_given", role: "auditor" }, yard.people.owner, at(4));
    const person = await staffDetail(yard.db, "yard", id);
    expect(person?.roles).toEqual(["auditor", "operator"]);
    expect(person?.trainings).toMatchObject([{ family: "slab_scissor", licence: "L-9" }]);
    await changeStaff(yard.db, id, "yard", { kind: "left", why: "" }, yard.people.owner, at(5));
    const gone = await staffDetail(yard.db, "yard", id);
    expect([gone?.active, gone?.roles]).toEqual([false, []]);
    expect(gone?.history.map(({ kind }) => kind)).toEqual([
      "left",
      "role_given",
      "trained",
      "role_given",
      "joined",
    ]);
    expect((await staffPage(yard.db, "yard", undefined, at(6))).rows.map(({ badge }) => badge)).toContain(
      "7001",
    );
  });

  it("nobody changes their own roles, training or code, and nobody but an owner of the site anybody's: by the database too", async () => {
    const { owner, operator, technician } = yard.people;
    const { id } = await add("7002");
    for (const change of [
      trained,
      { kind: "code" as const },
      { kind: "role_given" as const, role: "technician" as const },
    ])
      await expect(changeStaff(yard.db, owner, "yard", change, owner, at(1))).rejects.toMatchObject({
        type: "not-oneself",
      });
    await expect(event(owner, "role_given", owner, { role: "technician" })).rejects.toThrow(/not_oneself/);
    for (const by of [operator, technician, null])
      await expect(event(id, "role_given", by, { role: "owner" })).rejects.toThrow(/expected an owner/);
    await expect(event(operator, "left", technician)).rejects.toThrow(/expected an owner/);
    await expect(
      sql`INSERT INTO pin_change (id, person_id, kind, hash, by_person, site_id, at, expires_at)
        VALUES (${randomUUID()}, ${id}, 'code', 'x', ${technician}, 'yard', ${at(1)}, ${at(9)})`.execute(
        yard.db,
      ),
    ).rejects.toThrow(/choose a PIN/);
    await expect(
      sql`INSERT INTO pin_change (id, person_id, kind, hash, by_person, at)
        VALUES (${randomUUID()}, ${id}, 'own', 'x', ${technician}, ${at(1)})`.execute(yard.db),
    ).rejects.toThrow(/choose a PIN/);
    await expect(sql`DELETE FROM staff_event`.execute(yard.db)).rejects.toThrow(/is a record/);
  });

  it("are trained on the word of a certificate that is theirs, and kept as it came", async () => {
    const [{ id }, { id: other }] = [await add("7021"), await add("7022")];
    const { owner } = yard.people;
    const pdf = Buffer.from("%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n");
    const keep = (bytes: Buffer) =>
      keepCertificate(yard.db, { personId: id, siteId: "yard", sentBy: owner }, "card.pdf", bytes, at(1));
    await expect(keep(Buffer.from("no report"))).rejects.toMatchObject({ type: "no-document" });
    const { id: documentId } = await keep(pdf);
    const records = (personId: string) =>
      changeStaff(yard.db, personId, "yard", { ...trained, documentId }, owner, at(2));
    await expect(records(other)).rejects.toThrow(/a document of this person/);
    await records(id);
    expect((await staffDetail(yard.db, "yard", id))?.trainings).toMatchObject([
      { licence: "L-9", documentId },
    ]);
    expect((await certificateOf(yard.db, id, documentId))?.bytes).toEqual(pdf);
    expect(await certificateOf(yard.db, other, documentId)).toBeUndefined();
    // Recorded again without one, the old certificate is not said to be its.
    await changeStaff(yard.db, id, "yard", trained, owner, at(3));
    expect((await staffDetail(yard.db, "yard", id))?.trainings[0]?.documentId).toBeUndefined();
    await expect(sql`UPDATE staff_document SET name = 'x'`.execute(yard.db)).rejects.toThrow(/is a record/);
  });

  it("are made familiar with all of a model, signed by both", async () => {
    const { id } = await add("7003");
    await chooseOwnPin(yard.db, { id, badge: "7003" }, "27184", at(1));
    const { technician } = yard.people;
    const { id: sheetId } = await createSheet(
      yard.db,
      yard.people.owner,
      { ...slabScissorSheet, model: "Shown 1" },
      undefined,
      at(0),
    );
    const wanted = (pin: string) => ({
      ...{ sheetId, shown: [...shownKinds], note: "" },
      signs: { badge: "7003", pin },
    });
    await expect(
      makeFamiliar(yard.db, id, "yard", wanted("27185"), { id: technician }, at(2)),
    ).rejects.toMatchObject({ type: "wrong-second" });
    await expect(makeFamiliar(yard.db, id, "yard", wanted("27184"), { id }, at(200))).rejects.toMatchObject({
      type: "second-person",
    });
    await makeFamiliar(yard.db, id, "yard", wanted("27184"), { id: technician }, at(400));
    expect((await staffDetail(yard.db, "yard", id))?.familiar).toHaveLength(1);
  });
});

describe("units of the pool", () => {
  const wanted = (plate: string, sheetId: string) => ({
    ...{ plate, serial: `SN ${plate}`, siteId: "yard", sheetId, hiredFrom: "" },
    ...{ examinationDue: "2026-09-01", document: "R-1" },
  });
  const sheetOf = async (model: string, sheet = slabScissorSheet) =>
    (await createSheet(yard.db, yard.people.owner, { ...sheet, model }, undefined, at(0))).id;
  const stateOf = async (unitId: string, minute: number) =>
    (await standings(yard.db, [unitId], at(minute))).get(unitId)?.state;

  it("are added, walked, retired and taken back; retired, nothing clears them", async () => {
    const { owner, operator, technician } = yard.people;
    const sheetId = await sheetOf("Pool 1");
    const { id } = await addToPool(yard.db, wanted("NP 1", sheetId), owner, at(0));
    await expect(addToPool(yard.db, wanted("NP-1", sheetId), owner, at(0))).rejects.toMatchObject({
      type: "plate-taken",
    });
    await expect(addToPool(yard.db, wanted("NP-2", sheetId), technician, at(0))).rejects.toThrow(
      /expected an owner/,
    );
    expect(await stateOf(id, 1)).toBe("inspection_owed");
    const inspectionId = await begin(yard, id, operator, 2);
    await changeUnit(yard.db, id, { kind: "retired", why: "Sold" }, owner, at(3));
    const names = async () => (await poolPage(yard.db, "yard", {}, at(4))).names.map(({ plate }) => plate);
    expect(await names()).not.toContain("NP 1");
    await expect(begin(yard, id, yard.people.second, 4)).rejects.toMatchObject({ type: "retired" });
    const walk = { inspectionId, personId: operator, signer: "t", random: yard.random };
    await expect(walkAndSign(yard.db, walk, at(5))).rejects.toThrow(/retired/);
    await changeUnit(yard.db, id, { kind: "back", why: "Sale fell through" }, owner, at(90));
    expect(await names()).toContain("NP 1");
    expect(await stateOf(id, 91)).toBe("inspection_owed");
  });

  it("go by another sheet of their family; one that asks less is two people's word", async () => {
    const { owner } = yard.people;
    const full = await sheetOf("Full 1");
    // On a shorter track the same block counts for more.
    const figures = { ...slabScissorSheet.figures, track: { value: 0.8, page: "1" } };
    const less = await sheetOf("Less 1", { ...slabScissorSheet, figures });
    const boom = await sheetOf("Boom 1", articulatingBoomSheet as never);
    const { id } = await addToPool(yard.db, wanted("NP-5", full), owner, at(0));
    expect((await effectOfSheet(yard.db, id, less)).weakens).toContainEqual({
      what: "limit",
      id: "tilt.alarm@drive_tests.v2",
    });
    const other = (sheetId: string, more: object = {}) =>
      changeUnit(yard.db, id, { kind: "sheet", sheetId, ...more }, owner, at(9));
    await expect(other(boom)).rejects.toMatchObject({ type: "other-family" });
    const { id: second } = await add("7010", ["supervisor"]);
    await chooseOwnPin(yard.db, { id: second, badge: "7010" }, "60221", at(1));
    await expect(other(less)).rejects.toMatchObject({ type: "needs-page" });
    await expect(other(less, { page: "12" })).rejects.toMatchObject({ type: "needs-page" });
    const own = {
      kind: "sheet",
      sheetId: less,
      page: "12",
      second: { badge: "7010", pin: "60221" },
    } as const;
    await expect(changeUnit(yard.db, id, own, second, at(9))).rejects.toMatchObject({
      type: "second-person",
    });
    await expect(
      sql`INSERT INTO unit_change (id, unit_id, kind, detail, by_person, confirmed_by, at) VALUES (${randomUUID()}, ${id}, 'sheet',
        '{"weakens": ["x"]}', ${owner}, ${owner}, ${at(9)})`.execute(yard.db),
    ).rejects.toThrow(/check/);
    await other(less, { page: "12", second: { badge: "7010", pin: "60221" } });
    const { sheetId } = await yard.db
      .selectFrom("unit as u")
      .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
      .select("v.sheetId")
      .where("u.id", "=", id)
      .executeTakeFirstOrThrow();
    expect(sheetId).toBe(less);
  });
});

describe("a site's policy", () => {
  const policyOf = async () =>
    (await yard.db.selectFrom("site").select("policy").where("id", "=", "yard").executeTakeFirstOrThrow())
      .policy;
  const change = (more: Partial<Policy>, holdsFrom: string | null, minute: number) =>
    changePolicy(
      yard.db,
      "yard",
      yard.people.owner,
      { policy: { ...defaultPolicy, ...more }, holdsFrom },
      at(minute),
    );

  it("holds at once or from its day, ends what was cleared under the one before, and is kept with who and when", async () => {
    const before = await policyOf();
    await changePolicy(
      yard.db,
      "yard",
      yard.people.owner,
      { policy: { ...before, trigger: "day" }, holdsFrom: null },
      at(0),
    );
    const walk = await begin(yard, yard.scissor, yard.people.operator, 1);
    await walkAndSign(
      yard.db,
      { inspectionId: walk, personId: yard.people.operator, signer: "t", random: yard.random },
      at(2),
    );
    const state = async (minute: number) =>
      (await standings(yard.db, [yard.scissor], at(minute))).get(yard.scissor)?.state;
    expect(await state(60)).toBe("cleared");
    await change({ trigger: "day", longestWalkMin: 90 }, dateOf(3), 61);
    await policiesThatCame(yard.db, at(62));
    expect(await state(63)).toBe("cleared");
    expect((await policyOf()).longestWalkMin).not.toBe(90);
    await policiesThatCame(yard.db, at(3 * 24 * 60));
    await policiesThatCame(yard.db, at(3 * 24 * 60 + 1));
    expect((await policyOf()).longestWalkMin).toBe(90);
    expect(await state(60)).toBe("inspection_owed");
    await expect(change({ trigger: "day", longestWalkMin: 90 }, null, 5000)).rejects.toMatchObject({
      type: "no-change",
    });

    // One that waits is taken back, once, and never holds.
    await change({ longestWalkMin: 300 }, dateOf(20), 5001);
    const [waits] = await policyVersions(yard.db, "yard");
    await withdrawPolicy(yard.db, "yard", waits?.id ?? "", yard.people.owner, at(5002));
    await expect(
      withdrawPolicy(yard.db, "yard", waits?.id ?? "", yard.people.owner, at(5003)),
    ).rejects.toMatchObject({ type: "no-policy" });
    await policiesThatCame(yard.db, at(40 * 24 * 60));
    expect((await policyOf()).longestWalkMin).toBe(90);
    expect((await policyVersions(yard.db, "yard")).map(({ kind }) => kind)).toEqual([
      "withdrawn",
      "in_force",
      "in_force",
    ]);
    const entries = await yard.db
      .selectFrom("ledgerEntry")
      .select("kind")
      .where("unitId", "=", yard.scissor)
      .where("kind", "=", "policy")
      .execute();
    expect(entries).toHaveLength(2);
  });
});

describe("an empty yard", () => {
  const first = (code: string) => ({
    code,
    site: { name: "Quarry Garth", timeZone: "CET", shifts: [{ id: "early", starts: "06:30" }] },
    owner: { badge: "401", name: "E. Hurst", pin: "82739" },
    second: { badge: "201", name: "B. Lowe", pin: "55028", role: "supervisor" as const },
  });

  it("is not begun where somebody is, nor by whoever has not the code", async () => {
    await expect(beginYard(yard.db, first(firstCode()), at(0))).rejects.toMatchObject({ type: "not-empty" });
    await expect(event(randomUUID(), "joined", null, { badge: "999", name: "X" })).rejects.toThrow(
      /expected an owner/,
    );
  });

  it("everything so far stands in the books as it is in its table", async () => {
    await bookAsFound(yard.db);
    const ours =
      /^(staff_event|policy_version|policy_settled|person|person_role|authorisation|familiarisation|unit_change|site_change) /;
    const { breaks } = await verifyBooks(yard.db);
    expect(breaks.filter(({ row }) => row !== undefined && ours.test(row))).toEqual([]);
  });
});

describe("what is kept about somebody", () => {
  type Line = { readonly table: string; readonly row: Readonly<Record<string, unknown>> };
  const dataOf = async (personId: string): Promise<readonly Line[]> => {
    const lines: Line[] = [];
    for await (const line of ownData(yard.db, personId)) lines.push(JSON.parse(line));
    return lines;
  };

  it("is every row that refers to them, by the database's own references, and no row that does not", async () => {
    const { rows: references } = await sql<{ table: string; column: string }>`
      SELECT c.conrelid::regclass::text AS table, a.attname AS column FROM pg_constraint c
      JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = ANY (c.conkey)
      WHERE c.contype = 'f' AND c.confrelid = 'person'::regclass AND c.conrelid::regclass::text NOT LIKE 'auth_%'`.execute(
      yard.db,
    );
    expect(references.length).toBeGreaterThan(30);
    for (const id of [yard.people.operator, yard.people.owner]) {
      const lines = await dataOf(id);
      expect(lines.filter(({ row }) => !Object.values(row).includes(id))).toEqual([]);
      for (const { table, column } of references) {
        const { rows } = await sql<{ n: number }>`SELECT count(*)::int AS n FROM ${sql.table(table)}
          WHERE ${sql.ref(column)} = ${id}`.execute(yard.db);
        const given = lines.filter((line) => line.table === table && line.row[column] === id);
        expect(given, `${table}.${column}`).toHaveLength(rows[0]?.n ?? -1);
      }
    }
  });

  it("opens nothing: no hash, key or secret is among it", async () => {
    const { id } = await add("7300", ["operator"]);
    await chooseOwnPin(yard.db, { id, badge: "7300" }, "60221", at(2));
    const lines = await dataOf(id);
    expect(lines.map(({ table }) => table)).toEqual(expect.arrayContaining(["person", "staff_event"]));
    const { rows } = await sql<{ hash: string }>`SELECT hash FROM pin_change WHERE person_id = ${id}`.execute(
      yard.db,
    );
    expect(rows.length).toBeGreaterThan(0);
    for (const { hash } of rows) expect(JSON.stringify(lines)).not.toContain(hash);
  });

  it("is for themselves, or an owner of every site where they have worked", async () => {
    const { id } = await add("7301", ["operator"]);
    const as = (who: string, ...sites: readonly string[]): SignedIn => ({
      ...{ id: who, name: "n", badge: "1" },
      roles: new Map(sites.map((site) => [site, ["owner"]])),
    });
    const { owner } = yard.people;
    await requireOwnerOfAll(yard.db, as(owner, "yard"), id);
    await sql`INSERT INTO site (id, name, time_zone, shifts, policy) SELECT 'far', 'Far', time_zone, shifts, policy FROM site
      WHERE id = 'yard'`.execute(yard.db);
    await yard.db
      .insertInto("personRole")
      .values({ personId: id, siteId: "far", role: "operator" })
      .execute();
    await expect(requireOwnerOfAll(yard.db, as(owner, "yard"), id)).rejects.toMatchObject({
      type: "no-right",
    });
    await requireOwnerOfAll(yard.db, as(owner, "yard", "far"), id);
    await requireOwnerOfAll(yard.db, as(id), id);
  });
});
