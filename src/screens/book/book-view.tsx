import { useTranslations } from "next-intl";
import type { Book, BookFault } from "@/contract/book";
import type { PastShown } from "@/contract/past";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import type { T } from "../inspect/words";
import { originWords, pastWords } from "../past/words";
import { outcomeMark } from "../states";
import { UnitHead } from "../unit/unit-head";
import { FaultWords } from "./fault-words";
import { SignForm } from "./sign-form";
import { signedWords, upkeepWords, whoWords } from "./words";

/** Entries of a part on the screen; the printed book has all. */
const onScreen = 40;

/** A unit's log-book in its three parts, and what the owner has still to sign. */
export function BookView({
  plate,
  book,
  year,
  years,
  asked,
  past,
  maySign,
  zone,
}: {
  plate: string;
  book: Book;
  year: number;
  /** Those that can be opened, the latest first. */
  years: readonly number[];
  /** The yard goes by its log-book: an unsigned fault keeps the unit from being cleared. */
  asked: boolean;
  /** What was done in the year and is not in this app's own records. */
  past: readonly PastShown[];
  maySign: boolean;
  zone: string;
}) {
  const t = useTranslations() as unknown as T;
  const { unsigned } = book;
  const own = `/units/${encodeURIComponent(plate)}`;
  return (
    <div className="p-4 md:p-6">
      <UnitHead plate={plate} title={t("book.title")}>
        <nav className="flex gap-4" aria-label={t("book.title")}>
          {years.map((one) => (
            <Link
              key={one}
              href={`${own}/book?year=${one}`}
              aria-current={one === year ? "page" : undefined}
              className={`grid min-h-[48px] min-w-[48px] place-items-center ${one === year ? "font-bold underline" : ""}`}
            >
              {one}
            </Link>
          ))}
        </nav>
        <a href={`${own}/book/pdf?year=${year}`} className={`${buttonLook("small")} md:ml-auto`}>
          {t("book.print", { year: `${year}` })}
        </a>
      </UnitHead>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("book.lead")}</p>
      {asked ? (
        <section className="mt-4 border-[2.5px] border-ink p-4">
          <h2 className="text-[20px] font-bold">{t("book.owner")}</h2>
          <p className="text-ink2">{t(unsigned.length === 0 ? "book.allSigned" : "book.toSignLead")}</p>
          {unsigned.length === 0 ? null : maySign ? (
            <SignForm plate={plate} faults={unsigned} zone={zone} />
          ) : (
            <ul className="mt-2">
              {unsigned.map((fault) => (
                <Fault key={fault.id} t={t} fault={fault} zone={zone} />
              ))}
            </ul>
          )}
        </section>
      ) : (
        <p className="mt-2 text-ink2">{t("book.notAsked")}</p>
      )}
      <div className="mt-6 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        <Part t={t} words="book.checks" year={year} count={book.checks.length}>
          {book.checks.slice(0, onScreen).map((check) => (
            <li
              key={check.inspectionId}
              className="flex flex-wrap justify-between gap-x-4 border-b border-line py-1.5"
            >
              <Link href={`/records/${check.inspectionId}`} className="underline">
                {whoWords(check, zone)}
              </Link>
              <span>
                <Mark kind={outcomeMark[check.outcome]}>{t(`outcome.${check.outcome}`)}</Mark>
                {check.scope === "full" ? null : (
                  <span className="block text-ink2">{t(`record.scope.${check.scope}`)}</span>
                )}
              </span>
            </li>
          ))}
        </Part>
        <div className="grid content-start gap-y-6">
          <Part t={t} words="book.faults" year={year} count={book.faults.length}>
            {book.faults.slice(0, onScreen).map((fault) => (
              <Fault key={fault.id} t={t} fault={fault} zone={zone} asked={asked} />
            ))}
          </Part>
          <Part t={t} words="book.upkeep" year={year} count={book.upkeep.length}>
            {book.upkeep.slice(0, onScreen).map((one) => {
              const { day, what, by } = upkeepWords(t, one, zone);
              return (
                <li key={`${one.kind} ${one.atMs} ${what}`} className="border-b border-line py-1.5">
                  <b>{day}</b> {what}
                  <span className="block text-ink2">{by}</span>
                </li>
              );
            })}
          </Part>
          {past.length === 0 ? null : (
            <Part t={t} words="past.title" year={year} count={past.length}>
              {past.slice(0, onScreen).map((one) => (
                <li key={one.id} className="border-b border-line py-1.5">
                  {pastWords(t, one, zone)}: <b>{t(`past.outcome.${one.outcome}`)}</b>
                  {one.note === "" ? "" : `. ${one.note}`}
                  <span className="block text-ink2">{originWords(t, one, zone)}</span>
                </li>
              ))}
            </Part>
          )}
        </div>
      </div>
    </div>
  );
}

/** One part of the book: its entries, or that there are none. */
function Part({
  t,
  words,
  year,
  count,
  children,
}: {
  t: T;
  words: string;
  year: number;
  count: number;
  children: React.ReactNode;
}) {
  return (
    <section>
      <h2 className="text-[20px] font-bold">{t(words)}</h2>
      {count === 0 ? <p className="text-ink2">{t("book.none", { year: `${year}` })}</p> : null}
      <ul>{children}</ul>
      {count > onScreen ? (
        <p className="mt-1 text-ink2">{t("book.more", { count: count - onScreen })}</p>
      ) : null}
    </section>
  );
}

function Fault({ t, fault, zone, asked = false }: { t: T; fault: BookFault; zone: string; asked?: boolean }) {
  const signed = signedWords(t, fault, zone);
  return (
    <li className="border-b border-line py-1.5 leading-snug">
      <FaultWords t={t} fault={fault} zone={zone} />
      {signed === "" ? null : <span className="block">{signed}</span>}
      {signed === "" && asked ? <b className="block text-tag">{t("book.toSign")}</b> : null}
    </li>
  );
}
