import { NextResponse } from "next/server";
import type { SignedInAnswer } from "@/contract/session";
import { bodyOf, openRoute } from "@/server/http/route";
import { signIn, signInSchema } from "@/server/people/sign-in";

export const POST = openRoute(async ({ request, at }) => {
  const credentials = await bodyOf(request, signInSchema, 2000);
  const { person, headers, choosePin } = await signIn(credentials, request.headers, at);
  return NextResponse.json<SignedInAnswer>({ person, choosePin }, { headers });
});
