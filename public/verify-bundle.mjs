#!/usr/bin/env node
// Checks an export of Rook Step's ledgers without Rook Step: `node verify-bundle.mjs export.jsonl.gz`. Node's own modules only.
// What is checked, and what that proves and does not, stands in docs/formats/bundle.md.
import { createHash, createPublicKey, verify } from "node:crypto";
import { createReadStream } from "node:fs";
import { createInterface } from "node:readline";
import { createGunzip } from "node:zlib";

const path = process.argv[2];
if (path === undefined) {
  console.error("expected the file of an export: node verify-bundle.mjs export.jsonl.gz");
  process.exit(2);
}
const sha256 = (data) => createHash("sha256").update(data).digest("hex");
const sealStart = '{"seal":"';
const contentStart = '","of":';
const headLength = sealStart.length + 64 + contentStart.length;

/** Ends with what does not hold, and where. */
function broken(line, what) {
  console.error(`DOES NOT HOLD. Line ${line}: ${what}`);
  process.exit(1);
}

const file = createReadStream(path);
const input = path.endsWith(".gz") ? file.pipe(createGunzip()) : file;
for (const stream of [file, input])
  stream.on("error", (error) => {
    console.error(`DOES NOT HOLD. The file cannot be read to its end: ${error.message}`);
    process.exit(1);
  });

let number = 0;
let seal = "";
let key;
let head;
let end;
let finished = false;
let entries = 0;
let texts = 0;
let erased = 0;
const units = new Map();

for await (const line of createInterface({ input, crlfDelay: Infinity })) {
  number += 1;
  if (finished) broken(number, "something stands after the end");
  if (end !== undefined) {
    let signature;
    try {
      ({ signature } = JSON.parse(line));
    } catch {
      broken(number, "expected the signature over all before it");
    }
    if (!verify(null, Buffer.from(seal, "hex"), key, Buffer.from(`${signature}`, "base64url")))
      broken(number, "the signature over all before it was not made by the key of this file");
    finished = true;
    continue;
  }
  const text = line.slice(headLength, -1);
  if (
    !line.startsWith(sealStart) ||
    line.slice(headLength - contentStart.length, headLength) !== contentStart
  )
    broken(number, "not a line of an export");
  const own = sha256(`${seal}\n${text}`);
  let of;
  try {
    of = JSON.parse(text);
  } catch {
    broken(number, "not readable as JSON: it was changed or cut");
  }
  const where = of.plate === undefined ? "" : `${of.plate}, entry ${of.position} (${of.kind}): `;
  if (own !== line.slice(sealStart.length, sealStart.length + 64))
    broken(number, `${where}it is not what it was when it was exported, or a line before it is missing`);
  seal = own;
  if (head === undefined) {
    if (of.bundle !== 1) broken(number, `expected an export of form 1, got ${of.bundle}`);
    head = of;
    key = createPublicKey(of.publicKey);
    continue;
  }
  if (of.end !== undefined) {
    end = of.end;
    if (end.entries !== entries) broken(number, `it says ${end.entries} entries, ${entries} are here`);
    continue;
  }
  checkEntry(of, where);
  entries += 1;
}
if (!finished) broken(number, "the end is missing: the file was cut");

const der = key.export({ type: "spki", format: "der" });
const fingerprint = sha256(der)
  .slice(0, 32)
  .replace(/(.{4})(?=.)/g, "$1 ");
console.log(
  `HOLDS. ${head.site}, ${head.from} to ${head.to}: ${entries} entries of ${units.size} units, ${texts} texts beside them.`,
);
if (erased > 0)
  console.log(`Answers erased by the rule of the site, their digest kept: ${erased} of the walks here.`);
console.log(`Each is what was written, in its order, and signed by the key ${fingerprint}.`);
console.log("Compare that with the key the site's own page of verification shows.");

/** One entry: its place, its hash, its signature, and what stands beside it. */
function checkEntry(of, where) {
  const { unitId, position, previousHash, hash, signature, body } = of;
  const before = units.get(unitId);
  if (before !== undefined && (position !== before.position + 1 || previousHash !== before.hash))
    broken(
      number,
      `${where}it does not follow entry ${before.position}: one is missing, or the order was changed`,
    );
  if (before === undefined && position === 1 && previousHash !== "")
    broken(number, `${where}the first entry follows another`);
  if (sha256(`${previousHash}\n${body}`) !== hash)
    broken(number, `${where}its content does not give its hash`);
  if (!verify(null, Buffer.from(hash, "hex"), key, Buffer.from(signature, "base64url")))
    broken(number, `${where}it was not signed by the key of this file`);
  const said = JSON.parse(body);
  if (said.unitId !== unitId || said.position !== position)
    broken(number, `${where}it was written for another place`);
  const digest = said.document?.keptEvents;
  const isErased = of.events === undefined && of.erased !== undefined;
  if (isErased) erased += 1;
  if (digest !== undefined && !isErased && (of.events === undefined || sha256(of.events) !== digest))
    broken(number, `${where}the events beside it are not those it was sealed with`);
  for (const one of of.texts ?? []) {
    if (
      sha256(`${one.salt}\n${one.content}`) !== one.digest ||
      !`${body}${of.events ?? ""}`.includes(one.digest)
    )
      broken(number, `${where}a text beside it is not the one it was sealed with`);
    texts += 1;
  }
  units.set(unitId, { position, hash });
}
