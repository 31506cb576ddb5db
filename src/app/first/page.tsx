import { redirect } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { wordsFor } from "@/app/messages";
import { FirstForm } from "@/screens/first/first-form";
import { database } from "@/server/database/database";
import { isEmpty } from "@/server/first/first";

export const metadata = { title: "First run" };
export const dynamic = "force-dynamic";

export default async function FirstPage() {
  if (!(await isEmpty(database()))) redirect("/sign-in");
  const zone = new Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (
    <NextIntlClientProvider messages={await wordsFor("name", "first", "signIn", "role")}>
      <FirstForm zone={zone} />
    </NextIntlClientProvider>
  );
}
