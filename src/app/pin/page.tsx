import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { wordsFor } from "@/app/messages";
import { ChoosePin } from "@/screens/sign-in/choose-pin";
import { now } from "@/server/clock";
import { whoHasCode } from "@/server/people/session";

export const metadata = { title: "Choose a PIN" };

export default async function PinPage() {
  const person = await whoHasCode(await headers(), now());
  if (person === undefined) redirect("/sign-in");
  return (
    <NextIntlClientProvider messages={await wordsFor("choosePin")}>
      <ChoosePin name={person.name} />
    </NextIntlClientProvider>
  );
}
