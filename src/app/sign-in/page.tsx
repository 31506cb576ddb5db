import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { SignIn } from "@/screens/sign-in/sign-in";
import { now } from "@/server/clock";
import { database } from "@/server/database/database";
import { isEmpty } from "@/server/first/first";
import { whoHasCode, whoIs } from "@/server/people/session";

export const metadata = { title: "Sign in" };

export default async function SignInPage() {
  const [sent, at] = [await headers(), now()];
  if ((await whoIs(sent, at)) !== undefined) redirect("/shift");
  if ((await whoHasCode(sent, at)) !== undefined) redirect("/pin");
  if (await isEmpty(database())) redirect("/first");
  return <SignIn />;
}
