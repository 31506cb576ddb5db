"use client";
import { useTranslations } from "next-intl";
import { Field } from "../ask";

/** A report to send: a PDF or a picture of it. */
export function DocumentField({ onPick }: { onPick: (file: File | undefined) => void }) {
  const t = useTranslations();
  return (
    <Field words={t("clocks.file")} hint={t("clocks.fileHint")}>
      <input
        type="file"
        accept="application/pdf,image/jpeg,image/png"
        onChange={(event) => onPick(event.target.files?.[0])}
        className="min-h-[48px] w-full border-2 border-ink bg-chalk px-2.5 py-2"
      />
    </Field>
  );
}

/** Sends a report; its id, or why it was not taken. */
export async function sendDocument(
  plate: string,
  file: File,
): Promise<{ readonly id: string } | { readonly problem: string }> {
  try {
    const answer = await fetch(
      `/api/units/${encodeURIComponent(plate)}/documents?name=${encodeURIComponent(file.name.slice(0, 80))}`,
      { method: "POST", body: file },
    );
    const data = (await answer.json().catch(() => ({}))) as { id?: string; detail?: string };
    return answer.ok && data.id !== undefined ? { id: data.id } : { problem: data.detail ?? "" };
  } catch {
    return { problem: "No signal: the document was not sent. It is still picked here; try again." };
  }
}
