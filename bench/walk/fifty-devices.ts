import { randomUUID } from "node:crypto";
import pg from "pg";
import { signedBytes } from "@/contract/signed";
import type { PreparedAnswer } from "@/contract/start";

const devices = 50;
const batches = 16;
const eventsEach = 6;
const poolSize = 10;
const how = { name: "ECDSA", hash: "SHA-256" } as const;

interface Device {
  readonly cookie: string;
  readonly inspectionId: string;
  readonly bodies: readonly string[];
  readonly bare: readonly (readonly object[])[];
}

/** What fifty tablets that send at once get through, beside the same rows put into PostgreSQL by nothing but inserts. */
export async function fiftyDevices(url: string, databaseUrl: string) {
  const people = await Promise.all(["1041", "1042", "1044", "2001"].map((badge) => signIn(url, badge)));
  const all: Device[] = [];
  for (let n = 0; n < devices; n++)
    all.push(await device(url, people[n % people.length] ?? expectPerson(), n));
  const eventsPerS = await rateOf(all, ({ cookie, inspectionId, bodies }) =>
    bodies.map((body) => async () => {
      const answer = await post(`${url}/api/inspections/${inspectionId}/events`, body, cookie);
      const text = await answer.text();
      if (!answer.ok || text.includes('"held"')) throw new Error(text);
    }),
  );
  const pool = new pg.Pool({ connectionString: databaseUrl, max: poolSize });
  const { rows } = await pool.query("SELECT id FROM person LIMIT 1");
  const person = (rows[0] as { id: string }).id;
  const barePerS = await rateOf(all, ({ inspectionId, bare }) =>
    bare.map((events) => async () => {
      await pool.query(
        `INSERT INTO inspection_event (id, inspection_id, device_id, seq, type, payload, person_id, received_at)
         SELECT (e->>'id')::uuid, $1, e->>'deviceId', (e->>'seq')::int, e->>'type', e, $2, now()
         FROM jsonb_array_elements($3::jsonb) AS e`,
        [inspectionId, person, JSON.stringify(events)],
      );
    }),
  );
  await pool.end();
  return {
    eventsPerS: Math.round(eventsPerS),
    barePerS: Math.round(barePerS),
    vsBare: Math.round((100 * eventsPerS) / barePerS) / 100,
  };
}

/** Events a second with every device sending its batches one after another, all devices at once. */
async function rateOf(
  all: readonly Device[],
  work: (device: Device) => readonly (() => Promise<void>)[],
): Promise<number> {
  const from = performance.now();
  await Promise.all(
    all.map(async (one) => {
      for (const send of work(one)) await send();
    }),
  );
  return (devices * batches * eventsEach) / ((performance.now() - from) / 1000);
}

interface Person {
  readonly cookie: string;
  readonly units: readonly string[];
}

async function signIn(url: string, badge: string): Promise<Person> {
  const answer = await post(`${url}/api/sign-in`, JSON.stringify({ badge, pin: "4710" }), "");
  const cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
  const ready = await fetch(`${url}/api/prepared`, { headers: { cookie } });
  const { prepared } = (await ready.json()) as PreparedAnswer;
  return { cookie, units: prepared.map(({ word }) => word.unitId) };
}

/** A walk of its own, and its events made and signed before anything is timed. */
async function device(url: string, { cookie, units }: Person, n: number): Promise<Device> {
  const unitId = units[Math.floor(n / 4) % units.length];
  const begun = await post(`${url}/api/inspections`, JSON.stringify({ unitId }), cookie);
  const { id: inspectionId } = (await begun.json()) as { id: string };
  const { privateKey, publicKey } = await crypto.subtle.generateKey(
    { name: "ECDSA", namedCurve: "P-256" },
    true,
    ["sign", "verify"],
  );
  const open = Buffer.from(await crypto.subtle.exportKey("raw", publicKey));
  const deviceId = `bench-${n}`;
  const key = { deviceId, publicKey: open.toString("base64url") };
  const registered = await post(`${url}/api/devices/keys`, JSON.stringify(key), cookie);
  const { id: name } = (await registered.json()) as { id: string };
  const batch = (by: string, from: number) =>
    Array.from({ length: eventsEach }, (_, i) => eventOf(inspectionId, by, from * eventsEach + i + 1));
  const bodies: string[] = [];
  for (let b = 0; b < batches; b++) {
    const events = batch(deviceId, b);
    const signed: string[] = [];
    for (const event of events) {
      const signature = await crypto.subtle.sign(how, privateKey, signedBytes("event", event));
      signed.push(`${name}.${Buffer.from(signature).toString("base64url")}`);
    }
    bodies.push(JSON.stringify({ events, signed }));
  }
  return {
    cookie,
    inspectionId,
    bodies,
    bare: Array.from({ length: batches }, (_, b) => batch(`bare-${n}`, b)),
  };
}

const eventOf = (inspectionId: string, deviceId: string, seq: number) => ({
  schema: 2,
  saw: { position: 0, headHash: "" },
  id: randomUUID(),
  inspectionId,
  deviceId,
  seq,
  follows: null,
  at: new Date().toISOString(),
  type: "answered",
  check: "doc.manual@documents_box.v1",
  result: { kind: "fine" },
});

const post = (path: string, body: string, cookie: string): Promise<Response> =>
  fetch(path, {
    method: "POST",
    headers: { "content-type": "application/json", origin: new URL(path).origin, cookie },
    body,
  });

function expectPerson(): never {
  throw new Error("expected somebody to sign in");
}
