import { useTranslations } from "next-intl";
import { Link } from "@/kit/link";
import { Glyph } from "@/kit/plate";

/** The mark of the app, on every screen but where there is no signal: it leads to the shift. */
export function HomeLink() {
  const t = useTranslations();
  return (
    <Link href="/shift" aria-label={t("name")} className="grid size-12 place-items-center md:-ml-2">
      <Glyph />
    </Link>
  );
}
