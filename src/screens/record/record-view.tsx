import { useTranslations } from "next-intl";
import type { PictureHere } from "@/contract/picture";
import type { StopId } from "@/core/catalogue/types";
import type { SealedDocument } from "@/core/decision/sealed";
import { lastGiven } from "@/core/grade/answers";
import { byStop, stopOfKey } from "@/core/record/by-stop";
import { reduce } from "@/core/record/reduce";
import type { Sheet } from "@/core/sheet/sheet";
import type { Family } from "@/core/vocabulary/families";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { Borrowed } from "../inspect/borrowed";
import type { T } from "../inspect/words";
import { Pace } from "../pace";
import { FindingPictures } from "../pictures";
import { Shares } from "../shares";
import { clock, dayAndClock, outcomeMark } from "../states";
import { Stretches } from "./stretches";
import { WalkedBoard } from "./walked-board";
import { findingWords, matterWords, signerWords } from "./words";

export interface RecordData {
  readonly inspectionId: string;
  readonly plate: string;
  readonly serial: string;
  readonly family: Family;
  readonly signer: string;
  readonly badge: string;
  readonly hash: string;
  readonly position: number;
  readonly recordedAtMs: number;
  readonly document: SealedDocument;
  /** How many answers each gave, where more than one person was on it. */
  readonly shares: readonly { readonly id: string; readonly name: string; readonly answers: number }[];
  /** The device whose key signed it, where one did. */
  readonly device: string | undefined;
  /** The pictures its findings name, as they are here. */
  readonly pictures: readonly PictureHere[];
}

/** A signed record as it stands in the unit's ledger. */
export function RecordView({
  record,
  measures,
  zone,
  left,
  sheet,
}: {
  record: RecordData;
  measures: "metric" | "imperial";
  zone: string;
  /** What a full inspection leaves unproven, where that can still be worked out. */
  left: React.ReactNode;
  /** The sheet it was walked by, where that is still kept. */
  sheet: Sheet | undefined;
}) {
  const t = useTranslations() as unknown as T;
  const { document } = record;
  const startMs = Date.parse(document.startedAt);
  const reduction = reduce(document.events);
  const matters = [...reduction.matters.values()];
  const stretches = byStop(lastGiven(document.events));
  const found = new Set(document.findings.map(({ check }) => stopOfKey(check)));
  const stops = stretches.map(({ stop }) => ({
    stop: stop as StopId,
    state: found.has(stop) ? ("found" as const) : ("done" as const),
  }));
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)] md:p-6">
      <section>
        <div className="flex flex-wrap items-center gap-4">
          <Link href={`/units/${record.plate}`}>
            <Plate size="large">{record.plate}</Plate>
          </Link>
          <span className="text-ink2">
            {t(`family.${record.family}`)}, {record.serial}
          </span>
        </div>
        <h1 className="mt-4 text-[32px] leading-tight font-bold">
          <Mark kind={outcomeMark[document.outcome]}>{t(`outcome.${document.outcome}`)}</Mark>
        </h1>
        {document.outcome === document.shownOutcome ? null : (
          <p className="font-semibold">
            {t("record.shown", { outcome: t(`outcome.${document.shownOutcome}`) })}
          </p>
        )}
        <p className="mt-1">{t(`record.scope.${document.scope.kind}`)}</p>
        <p className="text-ink2">
          {dayAndClock(record.recordedAtMs, zone)}, {t("record.by", { name: signerWords(t, record) })}.{" "}
          {t("record.times", {
            start: clock(startMs, zone),
            end: clock(record.recordedAtMs, zone),
            minutes: Math.round((record.recordedAtMs - startMs) / 60_000),
          })}
          .{document.erased === undefined ? ` ${t("record.events", { count: document.events.length })}.` : ""}
        </p>
        {document.erased === undefined ? null : (
          <p className="mt-2 border-[2.5px] border-dashed border-ink3 p-3">
            {t("retention.answersErased", { when: dayAndClock(document.erased.atMs, zone) })}
          </p>
        )}
        <Shares shares={record.shares} />
        <ul className="mt-3">
          {document.reasons.map((r) => (
            <li key={r.reason} className="border-b border-line py-1.5">
              {t(`reason.${r.reason}`, { detail: r.detail })}
            </li>
          ))}
        </ul>
        {document.erased === undefined ? <Pace events={document.events} by="record" /> : null}
        {left}
        <h2 className="mt-5 text-[20px] font-bold">{t("record.signature")}</h2>
        {document.signature === undefined ? (
          <p>{t("record.erased")}</p>
        ) : document.signature.kind === "typed" ? (
          <p>{t("record.typed", { name: document.signature.name })}</p>
        ) : (
          <svg
            viewBox="0 0 620 112"
            className="mt-1 h-24 w-full border border-line"
            role="img"
            aria-label={t("record.signature")}
          >
            <path d={document.signature.path} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
          </svg>
        )}
        <p className="text-ink2">
          {record.device === undefined ? t("record.noKey") : t("record.key", { device: record.device })}
        </p>
        <div className="mt-5 flex flex-wrap gap-3">
          <a className={buttonLook("small")} href={`/records/${record.inspectionId}/pdf`}>
            {t("record.pdf")}
          </a>
          <Link className={buttonLook("small")} href={`/verify/${record.hash}`}>
            {t("record.verify")}
          </Link>
        </div>
        <p className="mt-4 text-ink2">
          {t("record.entry", { position: record.position })}, {record.hash.slice(0, 16)}.{" "}
          {t("record.pinned", {
            catalogue: document.pinned.catalogueVersion,
            sheet: document.pinned.sheetHash.slice(0, 8),
            policy: document.pinned.policyHash.slice(0, 8),
          })}
          .
        </p>
        <p className="mt-3 border-[2.5px] border-ink px-3.5 py-2">{t("decide.authority")}</p>
        {sheet === undefined ? null : (
          <div className="mt-5 hidden md:block">
            <WalkedBoard sheet={sheet} stops={stops} />
          </div>
        )}
      </section>
      <section>
        <h2 className="text-[20px] font-bold">{t("decide.findings")}</h2>
        {document.findings.length === 0 ? <p className="text-ink2">{t("decide.none")}</p> : null}
        <ul>
          {document.findings.map((finding) => {
            const grade = finding.place ? "place" : finding.grade;
            const { check, rest } = findingWords(t, finding, measures);
            return (
              <li
                key={finding.eventId}
                className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-1.5"
              >
                <span className="leading-snug">
                  <b>{check}</b>: {rest}
                  <FindingPictures
                    inspectionId={record.inspectionId}
                    pictures={record.pictures.filter(({ hash }) => finding.pictures?.includes(hash))}
                  />
                </span>
                <Mark kind={grade}>{t(`grade.${grade}`)}</Mark>
              </li>
            );
          })}
        </ul>
        {matters.length === 0 ? null : (
          <>
            <h3 className="mt-4 font-bold">{t("matter.title")}</h3>
            <ul>
              {matters.map((matter) => (
                <li key={matter.id} className="border-b border-line py-1.5">
                  {matterWords(t, matter)}
                </li>
              ))}
            </ul>
          </>
        )}
        <Borrowed borrowed={document.borrowed ?? []} nowMs={record.recordedAtMs} zone={zone} />
        {document.erased === undefined ? (
          <>
            <h2 className="mt-6 text-[20px] font-bold">{t("record.all")}</h2>
            <Stretches
              stretches={stretches}
              reduction={reduction}
              findings={document.findings}
              people={record.shares}
              sheet={sheet}
              measures={measures}
              zone={zone}
            />
          </>
        ) : null}
      </section>
    </div>
  );
}
