"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { buttonLook } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
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
      <label className={`${buttonLook("small")} cursor-pointer has-focus-visible:outline-3`}>
        {t("sheets.import")}
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      <Dialog open={errors.length > 0} onClose={() => setErrors([])} title={t("sheets.import")} wide="wide">
        <Errors errors={errors} />
      </Dialog>
    </>
  );
}
