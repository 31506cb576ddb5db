import { useTranslations } from "next-intl";
import { mostPrinted } from "@/contract/records";
import { type FindingGrade, findingGrades } from "@/core/vocabulary/grades";
import { type Outcome, outcomeIds } from "@/core/vocabulary/outcomes";
import { parts } from "@/core/vocabulary/parts";
import { type Scope, scopeKinds } from "@/core/vocabulary/scope";
import { Button, buttonLook } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Mark, Square } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { Field } from "../ask";
import { conditionWord, titleOfKey } from "../inspect/words";
import { dayAndClock, outcomeMark } from "../states";
import { KeptSearches } from "./kept-searches";

export interface RecordRow {
  readonly inspectionId: string;
  readonly plate: string;
  readonly outcome: Outcome;
  readonly scope: Scope["kind"];
  readonly signedAtMs: number;
  readonly startedAtMs: number;
  readonly by: string;
  readonly findings: readonly {
    readonly checkKey: string;
    readonly condition: string;
    readonly grade: FindingGrade;
    readonly note: string | null;
  }[];
}

export type Asked = Readonly<
  Partial<
    Record<
      | "unit"
      | "person"
      | "part"
      | "place"
      | "condition"
      | "grade"
      | "outcome"
      | "scope"
      | "from"
      | "to"
      | "hoursFrom"
      | "hoursTo"
      | "words",
      string | number
    >
  >
>;

/** Findings named of one record. */
const named = 3;

/** Signed records: found, counted, and taken away. */
export function RecordsView({
  asked,
  rows,
  count,
  more,
  next,
  query,
  conditions,
  places,
  views,
  year,
  fingerprint,
  zone,
}: {
  asked: Asked;
  rows: readonly RecordRow[];
  count: number;
  more: boolean;
  /** The query of the next page. */
  next: string | undefined;
  /** The query of what is asked. */
  query: string;
  conditions: readonly string[];
  /** Stops of a walk. */
  places: readonly string[];
  views: readonly { readonly id: string; readonly name: string; readonly query: string }[];
  year: string;
  fingerprint: string;
  zone: string;
}) {
  const t = useTranslations();
  const pick = (
    id: keyof Asked,
    words: string,
    options: readonly (readonly [string, string])[],
    inOrder = false,
  ) => (
    <Field words={words}>
      <SelectField name={id} defaultValue={asked[id] ?? ""}>
        <option value="">{t("records.any")}</option>
        {(inOrder ? options : [...options].sort((a, b) => a[1].localeCompare(b[1]))).map(([value, shown]) => (
          <option key={value} value={value}>
            {shown}
          </option>
        ))}
      </SelectField>
    </Field>
  );
  const type = (id: keyof Asked, words: string, kind: "text" | "date" | "number" = "text") => (
    <Field words={words}>
      <TextField name={id} type={kind} defaultValue={asked[id] ?? ""} maxLength={80} />
    </Field>
  );
  return (
    <div className="p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("records.title")}</h1>
      <search>
        <form action="/records" className="mt-3 grid grid-cols-2 items-end gap-3 lg:grid-cols-5">
          {type("unit", t("records.unit"))}
          {type("person", t("records.person"))}
          {type("from", t("records.from"), "date")}
          {type("to", t("records.to"), "date")}
          {pick(
            "outcome",
            t("records.outcome"),
            outcomeIds.map((id) => [id, t(`outcome.${id}`)] as const),
            true,
          )}
          {pick(
            "part",
            t("records.part"),
            Object.keys(parts).map((id) => [id, t(`part.${id}`)] as const),
          )}
          {pick(
            "place",
            t("records.place"),
            places.map((id) => [id, t(`stop.${id}` as "stop.rails")] as const),
          )}
          {pick(
            "condition",
            t("records.condition"),
            conditions.map((id) => [id, conditionWord(t, id)] as const),
          )}
          {pick(
            "grade",
            t("records.grade"),
            [
              ...findingGrades.map((id) => [id, t(`grade.${id}`)] as const),
              ["failed", t("records.failed")] as const,
            ],
            true,
          )}
          {pick(
            "scope",
            t("records.scope"),
            scopeKinds.map((id) => [id, t(`record.scope.${id}`)] as const),
            true,
          )}
          {type("hoursFrom", t("records.hoursFrom"), "number")}
          {type("hoursTo", t("records.hoursTo"), "number")}
          {type("words", t("records.words"))}
          <div className="col-span-2 flex flex-wrap gap-3 lg:col-span-5">
            <Button type="submit" look="small">
              {t("records.find")}
            </Button>
            <Link href="/records" className={buttonLook("small")}>
              {t("records.clear")}
            </Link>
            <a href={`/api/records/export?form=csv&${query}`} className={buttonLook("small")}>
              {t("records.csv")}
            </a>
            <a href={`/api/records/export?form=jsonl&${query}`} className={buttonLook("small")}>
              {t("records.jsonl")}
            </a>
            <Link href="/records/past" className={buttonLook("small")}>
              {t("past.title")}
            </Link>
            {more || count > mostPrinted ? (
              <span className="self-center text-ink2">{t("records.pdfMost", { most: mostPrinted })}</span>
            ) : (
              <a href={`/api/records/pdf?${query}`} className={buttonLook("small")}>
                {t("records.pdf")}
              </a>
            )}
          </div>
        </form>
      </search>
      <KeptSearches views={views} query={query} />
      <p role="status" className="mt-4 text-[19px] font-bold">
        {more ? t("records.more", { count }) : t("records.count", { count })}
      </p>
      <ul className="mt-1">
        {rows.map((row) => (
          <li
            key={row.inspectionId}
            className="grid min-h-[60px] items-center gap-x-4 gap-y-1 border-b border-line py-1.5 md:grid-cols-[110px_250px_1fr_auto]"
          >
            <Link
              href={`/records/${row.inspectionId}`}
              className="grid min-h-[48px] content-center justify-items-start"
            >
              <Plate>{row.plate}</Plate>
            </Link>
            <span className="leading-snug">
              {dayAndClock(row.signedAtMs, zone)}
              <span className="block text-ink2">
                {row.by}, {Math.round((row.signedAtMs - row.startedAtMs) / 60_000)} min
                {row.scope === "full" ? "" : `, ${t(`record.scope.${row.scope}`)}`}
              </span>
            </span>
            <ul className="leading-snug">
              {row.findings.slice(0, named).map((finding) => (
                <li key={`${finding.checkKey} ${finding.condition}`} className="flex gap-2">
                  <span className="pt-1">
                    <Square kind={finding.grade} size={15} />
                  </span>
                  <span>
                    {titleOfKey(t, finding.checkKey)}: {conditionWord(t, finding.condition).toLowerCase()}
                    {finding.note === null ? "" : `, “${finding.note}”`}
                  </span>
                </li>
              ))}
              {row.findings.length > named ? (
                <li className="text-ink2">{t("records.others", { count: row.findings.length - named })}</li>
              ) : null}
            </ul>
            <Mark kind={outcomeMark[row.outcome]}>{t(`outcome.${row.outcome}`)}</Mark>
          </li>
        ))}
      </ul>
      <Further next={next === undefined ? undefined : `/records?${next}`}>{t("records.earlier")}</Further>
      <section className="mt-6 max-w-[920px] border-[2.5px] border-ink p-4">
        <h2 className="text-[22px] font-bold">{t("records.verify")}</h2>
        <p className="mt-1 text-ink2">{t("records.verifyLead")}</p>
        <div className="mt-3 flex flex-wrap gap-3">
          <a href={`/api/records/bundle?from=${year}-01-01&to=${year}-12-31`} className={buttonLook("small")}>
            {t("records.year", { year })}
          </a>
          <a href="/verify-bundle.mjs" download className={buttonLook("small")}>
            {t("records.verifier")}
          </a>
        </div>
        <p className="mt-3">
          {t("records.key")} <b>{fingerprint}</b>
        </p>
        <p className="text-ink2">
          <code>
            node verify-bundle.mjs ledgers-{year}-01-01-{year}-12-31.jsonl.gz
          </code>
        </p>
      </section>
    </div>
  );
}
