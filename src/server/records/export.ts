import Papa from "papaparse";
import type { Db } from "@/server/database/database";
import type { RecordsAsked } from "./asked";
import { type AtSite, type FoundRecord, findRecords } from "./find";

/** Records of one export, at most: some years of a yard. */
const most = 50_000;
const atOnce = 500;

export const exportForms = ["csv", "jsonl"] as const;
export type ExportForm = (typeof exportForms)[number];

const columns = [
  ...["plate", "serial", "family", "scope", "outcome", "signed_at", "started_at", "minutes"],
  ...["signed_by", "badge", "findings", "inspection_id", "ledger_position"],
] as const;

const rowOf = (r: FoundRecord) => [
  ...[r.plate, r.serial, r.family, r.scope, r.outcome, r.signedAt.toISOString(), r.startedAt.toISOString()],
  Math.round((r.signedAt.getTime() - r.startedAt.getTime()) / 60_000),
  ...[r.by, r.badge],
  r.findings.map(({ part, condition, grade }) => `${part}/${condition}/${grade}`).join("; "),
  ...[r.inspectionId, r.ledgerPosition],
];

/**
 * What is found as text, page by page: nothing of it is held in memory at once. A field that a spreadsheet would take for a
 * formula is written as text.
 */
export async function* exportOf(
  db: Db,
  at: AtSite,
  asked: RecordsAsked,
  form: ExportForm,
): AsyncGenerator<string> {
  if (form === "csv") yield `${columns.join(",")}\r\n`;
  let before = asked.before;
  for (let written = 0; written < most; ) {
    const { rows, next } = await findRecords(db, at, { ...asked, before }, atOnce);
    if (rows.length === 0) return;
    yield form === "csv"
      ? `${Papa.unparse(rows.map(rowOf), { escapeFormulae: true, newline: "\r\n" })}\r\n`
      : rows.map(({ unitId: _, ...row }) => `${JSON.stringify(row)}\n`).join("");
    written += rows.length;
    if (next === undefined) return;
    before = next;
  }
}
