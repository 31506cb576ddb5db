import { sql } from "kysely";
import { NextResponse } from "next/server";
import { database } from "@/server/database/database";
import { headsWaiting } from "@/server/ledger/heads";

export const dynamic = "force-dynamic";

/** 200 with all well, or while heads of ledgers wait to be noted (`degraded`); 503 with the reason when the database is away. */
export async function GET(): Promise<Response> {
  try {
    await Promise.race([
      sql`SELECT 1`.execute(database()),
      new Promise((_, fail) => setTimeout(() => fail(new Error("no answer within 3 s")), 3000)),
    ]);
    const waiting = headsWaiting();
    return NextResponse.json({
      status: waiting === 0 ? "ok" : "degraded",
      database: "ok",
      heads: waiting === 0 ? "ok" : `${waiting} wait to be noted: the key folder cannot be written`,
    });
  } catch (error) {
    const reason = error instanceof Error && error.message !== "" ? error.message : "no connection";
    return NextResponse.json({ status: "degraded", database: "away", reason }, { status: 503 });
  }
}
