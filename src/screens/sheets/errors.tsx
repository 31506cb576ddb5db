import { useTranslations } from "next-intl";

export interface SheetError {
  readonly path: string;
  readonly message: string;
}

/** Everything wrong with what was given, each by where it stands. */
export function Errors({ errors }: { errors: readonly SheetError[] }) {
  const t = useTranslations();
  if (errors.length === 0) return null;
  return (
    <div role="alert" className="mt-3 border-[2.5px] border-tag p-3">
      <p className="font-bold">{t("sheets.errors")}</p>
      <ul className="mt-1 grid gap-1">
        {errors.map((e) => (
          <li key={`${e.path} ${e.message}`}>
            <b>{e.path}</b> {e.message}
          </li>
        ))}
      </ul>
    </div>
  );
}
