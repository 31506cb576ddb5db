import { getTranslations } from "next-intl/server";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Glyph } from "@/kit/plate";

export default async function NotFound() {
  const t = await getTranslations();
  return (
    <main className="mx-auto max-w-xl p-8">
      <Glyph />
      <h1 className="mt-4 text-[32px] font-bold">{t("problem.notFound")}</h1>
      <p className="mt-2">{t("problem.notFoundHelp")}</p>
      <Link className={`${buttonLook("plain")} mt-6`} href="/shift">
        {t("problem.home")}
      </Link>
    </main>
  );
}
