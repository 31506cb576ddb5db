import { messagesOf } from "@/app/messages";
import { languages } from "@/contract/display";

/** All words of one language: a device keeps them with the app, so that a walk speaks it without a signal. */
export async function GET(_request: Request, { params }: { params: Promise<{ language: string }> }) {
  const { language } = await params;
  const known = languages.find((one) => one === language);
  if (known === undefined)
    return Response.json(
      { detail: `expected one of ${languages.join(", ")}, got ${language}` },
      { status: 404 },
    );
  return Response.json(messagesOf(known), { headers: { "cache-control": "no-cache" } });
}
