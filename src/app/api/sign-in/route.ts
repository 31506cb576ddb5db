import { NextResponse } from "next/server";
import { bodyOf, openRoute } from "@/server/http/route";
import { signIn, signInSchema } from "@/server/people/sign-in";

export const POST = openRoute(async ({ request, at }) => {
  const credentials = await bodyOf(request, signInSchema);
  const headers = await signIn(credentials, request.headers, at);
  return NextResponse.json({ signedIn: true }, { headers });
});
