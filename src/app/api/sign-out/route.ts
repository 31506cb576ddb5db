import { NextResponse } from "next/server";
import { openRoute } from "@/server/http/route";
import { auth } from "@/server/people/auth";

export const POST = openRoute(async ({ request }) => {
  const response = await auth().api.signOut({ headers: request.headers, asResponse: true });
  const headers = new Headers();
  for (const cookie of response.headers.getSetCookie()) headers.append("set-cookie", cookie);
  return NextResponse.json({ signedOut: true }, { headers });
});
