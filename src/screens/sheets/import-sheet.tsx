"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Dialog } from "@/kit/dialog";
import { FileButton } from "../file-button";
import { send } from "../send";
import { Errors, type SheetError } from "./errors";

/** A sheet from a JSON file: taken whole or not at all. */
export function ImportSheet() {
  const t = useTranslations();
  const router = useRouter();
  const [errors, setErrors] = useState<readonly SheetError[]>([]);
  const take = async (file: File | undefined) => {
    if (file === undefined) return;
    let sheet: unknown;
    try {
      sheet = JSON.parse(await file.text());
    } catch (error) {
      setErrors([{ path: file.name, message: error instanceof Error ? error.message : "expected JSON" }]);
      return;
    }
    const sent = await send<{ id: string }>("/api/sheets", { sheet, from: 0 });
    if (sent.ok) router.push(`/sheets/${sent.data.id}`);
    else setErrors(sent.errors ?? [{ path: file.name, message: sent.detail }]);
  };
  return (
    <>
      <FileButton
        words={t("sheets.import")}
        accept="application/json,.json"
        onPick={(file) => void take(file)}
      />
      <Dialog open={errors.length > 0} onClose={() => setErrors([])} title={t("sheets.import")} wide="wide">
        <Errors errors={errors} />
      </Dialog>
    </>
  );
}
