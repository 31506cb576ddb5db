import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { setting } from "@/server/config";

/** The service worker of this build; none where the app runs without one, as it does while it is worked on. */
export async function GET(): Promise<Response> {
  const file = join(process.cwd(), setting("ROOK_STEP_DIST"), "service-worker.js");
  const code = await readFile(file, "utf8").catch(() => undefined);
  if (code === undefined) return new Response("no service worker was built", { status: 404 });
  return new Response(code, {
    headers: { "content-type": "text/javascript; charset=utf-8", "cache-control": "no-cache" },
  });
}

export const dynamic = "force-dynamic";
