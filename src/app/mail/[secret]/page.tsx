import { getTranslations } from "next-intl/server";
import { wordsFor } from "@/app/messages";
import { MoreWords } from "@/screens/chrome/more-words";
import { StopMail } from "@/screens/settings/stop-mail";
import { database } from "@/server/database/database";
import { stopLink } from "@/server/mail/choice";

export const metadata = { title: "Mail" };
export const dynamic = "force-dynamic";

/** Open to whoever has the mail. */
export default async function StopMailPage({ params }: { params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  const link = await stopLink(database(), secret);
  if (link === undefined) {
    const t = await getTranslations("mail");
    return <main className="p-6 text-[20px]">{t("noSuch")}</main>;
  }
  const { name, digest, tag } = link;
  return (
    <MoreWords given={await wordsFor("mail")}>
      <StopMail {...{ secret, name, sends: { digest, tag } }} />
    </MoreWords>
  );
}
