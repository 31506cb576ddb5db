"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { ClockId } from "@/contract/clocks";
import { lackOf } from "@/core/vocabulary/jobs";
import { TextField } from "@/kit/field";
import { Ask, Field, numberIn } from "../ask";
import { DocumentField, sendDocument } from "../document-field";

const empty = { doneOn: "", by: "", licence: "", document: "", hours: "", nextDue: "" };

/** Records that a job was done: who, when, what the meter showed, and its report. */
export function JobForm({ plate, job, byHours }: { plate: string; job: ClockId; byHours: boolean }) {
  const t = useTranslations();
  const [typed, setTyped] = useState(empty);
  const [file, setFile] = useState<File>();
  const examination = job === "examination";
  const set = (id: keyof typeof empty) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [id]: event.target.value }));
  const hours = numberIn(typed.hours);
  const ready =
    typed.doneOn !== "" &&
    typed.by.trim().length > 1 &&
    (!byHours || hours !== undefined) &&
    (!examination ||
      (typed.nextDue !== "" && typed.licence.trim().length > 1 && typed.document.trim().length > 1)) &&
    (examination ||
      lackOf(job, {
        licence: typed.licence,
        hasReport: typed.document.trim() !== "" || file !== undefined,
      }) === undefined);
  const base = `/api/units/${encodeURIComponent(plate)}`;
  const make = async () => {
    const sent = file === undefined ? undefined : await sendDocument(`${base}/documents`, file);
    if (sent !== undefined && "problem" in sent) return sent;
    const documentId = sent?.id ?? null;
    const { doneOn, by, licence, document, nextDue } = typed;
    return examination
      ? { body: { examiner: by, licence, examinedOn: doneOn, nextDue, document, documentId } }
      : { body: { job, doneOn, doneBy: by, licence, document, documentId, meterHours: hours ?? null } };
  };
  return (
    <Ask
      path={examination ? `${base}/examinations` : `${base}/jobs`}
      make={make}
      ready={ready}
      done={() => {
        setTyped(empty);
        setFile(undefined);
      }}
      words={t("inspect.record")}
    >
      <Field words={t("clocks.doneOn")}>
        <TextField type="date" value={typed.doneOn} onChange={set("doneOn")} />
      </Field>
      <Field words={t(examination ? "units.examiner" : "clocks.doneBy")}>
        <TextField value={typed.by} maxLength={80} onChange={set("by")} />
      </Field>
      <Field words={t("tagged.licence")}>
        <TextField value={typed.licence} maxLength={60} onChange={set("licence")} />
      </Field>
      {examination ? (
        <Field words={t("units.nextDue")}>
          <TextField type="date" value={typed.nextDue} onChange={set("nextDue")} />
        </Field>
      ) : (
        <Field words={t("clocks.meterThen")}>
          <TextField inputMode="decimal" value={typed.hours} maxLength={9} onChange={set("hours")} />
        </Field>
      )}
      <Field words={t("units.examDocument")}>
        <TextField value={typed.document} maxLength={120} onChange={set("document")} />
      </Field>
      <DocumentField words={t("clocks.file")} file={file} onPick={setFile} />
    </Ask>
  );
}
