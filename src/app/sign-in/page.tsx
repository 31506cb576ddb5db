import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { SignIn } from "@/screens/sign-in/sign-in";
import { now } from "@/server/clock";
import { whoIs } from "@/server/people/session";

export const metadata = { title: "Sign in" };

export default async function SignInPage() {
  if ((await whoIs(await headers(), now())) !== undefined) redirect("/shift");
  return <SignIn />;
}
