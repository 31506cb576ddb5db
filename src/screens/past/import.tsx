"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import Papa from "papaparse";
import { useMemo, useState } from "react";
import { type Imported, mostRows } from "@/contract/past";
import {
  dateForms,
  guessed,
  type Mapping,
  type PastField,
  type PastKind,
  pastFields,
  pastKinds,
  readPast,
} from "@/core/record/past";
import { Button } from "@/kit/button";
import { SelectField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field, NamedField } from "../ask";
import { FileButton } from "../file-button";
import type { T } from "../inspect/words";
import { send } from "../send";
import { outcomeOptions } from "./words";

/** Lines shown of what is read, of what cannot be, and texts of the outcome's column that are asked about. */
const most = { read: 5, wrong: 8, texts: 12 } as const;

interface Picked {
  readonly name: string;
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Past records from a CSV file: which column is which, what is read of it, and then all that can be read is taken. */
export function Import({ today }: { today: string }) {
  const t = useTranslations() as unknown as T;
  const router = useRouter();
  const [file, setFile] = useState<Picked>();
  const [mapping, setMapping] = useState<Mapping>();
  const [kind, setKind] = useState<PastKind>("inspection");
  const [problem, setProblem] = useState("");
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const pick = async (picked: File | undefined) => {
    if (picked === undefined) return;
    const { data } = Papa.parse<string[]>((await picked.text()).replace(/^\uFEFF/, ""), {
      skipEmptyLines: true,
    });
    const [header, ...rows] = data;
    setSaid("");
    if (header === undefined || header.length < 2 || rows.length === 0) {
      setFile(undefined);
      setProblem(t("past.notCsv"));
      return;
    }
    setProblem("");
    setFile({ name: picked.name, header, rows });
    setMapping(guessed(header, rows));
  };
  const read = useMemo(
    () => (file === undefined || mapping === undefined ? undefined : readPast(file.rows, mapping, today)),
    [file, mapping, today],
  );
  const take = async () => {
    if (file === undefined || read === undefined) return;
    setBusy(true);
    let [taken, there] = [0, 0];
    for (let from = 0; from < read.rows.length; from += mostRows) {
      const rows = read.rows.slice(from, from + mostRows);
      const answer = await send<Imported>("/api/records/past", { source: file.name, kind, rows });
      if (!answer.ok) {
        setProblem(answer.detail);
        setBusy(false);
        router.refresh();
        return;
      }
      taken += answer.data.taken;
      there += answer.data.there;
    }
    setBusy(false);
    setProblem("");
    setFile(undefined);
    setSaid(t("past.taken", { taken, there }));
    router.refresh();
  };
  return (
    <section className="mt-4 border-[2.5px] border-ink p-4">
      <h2 className="text-[20px] font-bold">{t("past.import")}</h2>
      <p className="mb-3 text-ink2">{t("past.importLead")}</p>
      <FileButton words={t("past.file")} accept=".csv,text/csv" onPick={(picked) => void pick(picked)} />
      <p role="status" className="mt-2 font-semibold">
        {said}
      </p>
      {file === undefined || mapping === undefined || read === undefined ? null : (
        <>
          <p className="mb-3 font-bold">{file.name}</p>
          <Columns t={t} file={file} mapping={mapping} kind={kind} onKind={setKind} onChange={setMapping} />
          <p className="mt-4 font-bold">{t("past.read", { count: read.rows.length })}</p>
          <ul>
            {read.rows.slice(0, most.read).map(({ line, plate, date, by, outcome, note }) => (
              <li key={line} className="border-b border-line py-1">
                <b>{plate}</b>, {date}, {by}, {t(`past.outcome.${outcome}`)}
                {note === "" ? "" : `: ${note}`}
              </li>
            ))}
          </ul>
          <Unread t={t} errors={read.errors} />
          <Button
            className="mt-3"
            look={read.rows.length > 0 ? "go" : "asleep"}
            disabled={busy || read.rows.length === 0}
            onClick={() => void take()}
          >
            {t("past.take", { count: read.rows.length })}
          </Button>
        </>
      )}
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}

/** Which column is which, how a day is written, and what the outcome's texts mean. */
function Columns({
  t,
  file,
  mapping,
  kind,
  onKind,
  onChange,
}: {
  t: T;
  file: Picked;
  mapping: Mapping;
  kind: PastKind;
  onKind: (kind: PastKind) => void;
  onChange: (mapping: Mapping) => void;
}) {
  const { outcome: at } = mapping.columns;
  const texts =
    at === undefined
      ? []
      : [...new Set(file.rows.map((row) => (row[at] ?? "").trim()))].sort().slice(0, most.texts);
  const column = (field: PastField) => (
    <Field key={field} words={t("past.column", { field: t(`past.field.${field}`) })}>
      <SelectField
        value={mapping.columns[field] ?? ""}
        onChange={({ target }) =>
          onChange({
            ...mapping,
            columns: { ...mapping.columns, [field]: target.value === "" ? undefined : Number(target.value) },
          })
        }
      >
        <option value="">{t("past.noColumn")}</option>
        {file.header.map((name, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: columns are told by their place, and two may share a name
          <option key={i} value={i}>
            {name === "" ? i + 1 : name}
          </option>
        ))}
      </SelectField>
    </Field>
  );
  return (
    <div className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-4">
      {pastFields.map(column)}
      <NamedField
        words={t("past.dates")}
        value={mapping.dates}
        options={dateForms.map((id) => ({ id, name: t(`past.dateForm.${id}`) }))}
        onPick={(dates) => onChange({ ...mapping, dates })}
      />
      <NamedField
        words={t("past.kindOf")}
        value={kind}
        options={pastKinds.map((id) => ({ id, name: t(`past.kind.${id}`) }))}
        onPick={onKind}
      />
      {texts.map((text) => (
        <NamedField
          key={text}
          words={t("past.means", { text: text === "" ? t("past.emptyText") : text.slice(0, 40) })}
          value={mapping.outcomes[text] ?? "not_said"}
          options={outcomeOptions(t)}
          onPick={(meant) => onChange({ ...mapping, outcomes: { ...mapping.outcomes, [text]: meant } })}
        />
      ))}
    </div>
  );
}

function Unread({ t, errors }: { t: T; errors: ReturnType<typeof readPast>["errors"] }) {
  const lines = new Set(errors.map(({ line }) => line));
  if (lines.size === 0) return null;
  return (
    <>
      <p className="mt-3 font-bold text-tag">{t("past.wrong", { count: lines.size })}</p>
      <ul>
        {errors.slice(0, most.wrong).map(({ line, field, got }) => (
          <li key={`${line} ${field}`}>
            {t("past.wrongLine", { line, field: t(`past.field.${field}`).toLowerCase(), got })}
          </li>
        ))}
        {errors.length > most.wrong ? <li>{t("plan.more", { count: errors.length - most.wrong })}</li> : null}
      </ul>
    </>
  );
}
