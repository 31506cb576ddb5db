import { useTranslations } from "next-intl";

/** How many answers each person on an inspection gave, where there was more than one. */
export function Shares({
  shares,
}: {
  shares: readonly { readonly name: string; readonly answers: number }[];
}) {
  const t = useTranslations();
  if (shares.length < 2) return null;
  const each = shares.map(({ name, answers }) => `${name} ${answers}`).join(", ");
  return <p className="border-b border-line py-1.5">{t("together.shares", { shares: each })}</p>;
}
