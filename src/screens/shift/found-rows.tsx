"use client";
import { useTranslations } from "next-intl";
import { Fragment, type ReactNode, useDeferredValue, useState } from "react";
import { TextField } from "@/kit/field";

/** Rows of a board, found by any words of theirs: plate, crew, place, kind or who inspects. What stands below them stays. */
export function FoundRows({
  rows,
  finds,
  children,
}: {
  rows: readonly { readonly key: string; readonly words: string; readonly row: ReactNode }[];
  /** Whether there are enough of them to be searched. */
  finds: boolean;
  children: ReactNode;
}) {
  const t = useTranslations("shift");
  const [typed, setTyped] = useState("");
  const wanted = useDeferredValue(typed).toLowerCase().split(/\s+/).filter(Boolean);
  const found = rows.filter(({ words }) => wanted.every((word) => words.toLowerCase().includes(word)));
  return (
    <>
      {finds ? (
        <search className="flex flex-wrap items-center gap-x-4 border-b border-line px-4 py-2 md:px-5">
          <TextField
            type="search"
            className="max-w-[420px]"
            aria-label={t("find")}
            placeholder={t("find")}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <p role="status" className="text-ink2">
            {wanted.length === 0 ? "" : t("found", { count: found.length, all: rows.length })}
          </p>
        </search>
      ) : null}
      <ul>
        {found.map(({ key, row }) => (
          <Fragment key={key}>{row}</Fragment>
        ))}
        {children}
      </ul>
    </>
  );
}
