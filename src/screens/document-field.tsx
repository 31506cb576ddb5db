"use client";
import { useTranslations } from "next-intl";
import { useEffect, useRef } from "react";
import { Field } from "./ask";
import { sendFile } from "./send";

/** A report to send: a PDF or a picture of it. Once it was taken, the field is empty again. */
export function DocumentField({
  words,
  file,
  onPick,
}: {
  /** What it is. */
  words: string;
  file: File | undefined;
  onPick: (file: File | undefined) => void;
}) {
  const t = useTranslations();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (file === undefined && input.current !== null) input.current.value = "";
  }, [file]);
  return (
    <Field words={words} hint={t("clocks.fileHint")}>
      <input
        ref={input}
        type="file"
        accept="application/pdf,image/jpeg,image/png"
        onChange={(event) => onPick(event.target.files?.[0])}
        className="min-h-[48px] w-full border-2 border-ink bg-chalk px-2.5 py-2"
      />
    </Field>
  );
}

/** Sends a report to where it is kept; its id, or why it was not taken. */
export async function sendDocument(
  path: string,
  file: File,
): Promise<{ readonly id: string } | { readonly problem: string }> {
  const name = encodeURIComponent(file.name.slice(0, 80));
  const answer = await sendFile<{ id: string }>(`${path}?name=${name}`, file);
  return answer.ok ? { id: answer.data.id } : { problem: answer.detail };
}
