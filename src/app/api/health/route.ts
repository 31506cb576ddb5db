import { sql } from "kysely";
import { NextResponse } from "next/server";
import { database } from "@/server/database/database";

export const dynamic = "force-dynamic";

/** 200 with both well, 503 with the reason when the database is away. */
export async function GET(): Promise<Response> {
  try {
    await Promise.race([
      sql`SELECT 1`.execute(database()),
      new Promise((_, fail) => setTimeout(() => fail(new Error("no answer within 3 s")), 3000)),
    ]);
    return NextResponse.json({ status: "ok", database: "ok" });
  } catch (error) {
    const reason = error instanceof Error && error.message !== "" ? error.message : "no connection";
    return NextResponse.json({ status: "degraded", database: "away", reason }, { status: 503 });
  }
}
