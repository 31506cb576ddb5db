import { useTranslations } from "next-intl";
import type { DisplayChoice } from "@/contract/display";
import { Link } from "@/kit/link";
import { TagOut } from "../tagging/tag-out";
import { DisplayMenu } from "./display-menu";
import { HomeLink } from "./home-link";
import { LiveLink } from "./live-link";

export interface ChromeData {
  readonly person: string;
  readonly place: string;
  readonly tagged: number;
  /** Requests to tag out whose unit nobody knows yet. */
  readonly unmatched: readonly string[];
  /** Units whose ledgers lack what a tablet was told of. */
  readonly lost: readonly string[];
  readonly display: DisplayChoice;
  readonly demoClock?: string;
  /** When the page was read, by the server's clock. */
  readonly nowMs: number;
  readonly zone: string;
}

/** The frame of every view but the walk: where one is, who one is, and tag out. */
export function Chrome({
  data,
  at,
  plate,
  children,
}: {
  data: ChromeData;
  at:
    | "shift"
    | "tagged"
    | "workshop"
    | "units"
    | "records"
    | "trends"
    | "sheets"
    | "planning"
    | "settings"
    | "none";
  plate?: string;
  children: React.ReactNode;
}) {
  const t = useTranslations();
  const item = (
    id: "shift" | "tagged" | "workshop" | "units" | "records" | "trends" | "sheets" | "planning",
    href: string,
    words: string,
  ) => (
    <Link
      href={href}
      aria-current={at === id ? "page" : undefined}
      className={`grid min-h-[48px] place-items-center px-1 ${at === id ? "font-bold underline decoration-[3px] underline-offset-8" : "text-ink2"}`}
    >
      {words}
    </Link>
  );
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex min-h-[56px] flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink px-3 py-1 md:px-5">
        <HomeLink />
        <nav
          aria-label={t("name")}
          className="order-last flex w-full gap-x-4 overflow-x-auto whitespace-nowrap md:order-none md:w-auto md:gap-x-5"
        >
          {item("shift", "/shift", t("nav.shift"))}
          {item("tagged", "/tagged", data.tagged > 0 ? `${t("nav.tagged")} ${data.tagged}` : t("nav.tagged"))}
          {item("workshop", "/workshop", t("nav.workshop"))}
          {item("units", "/units", t("nav.units"))}
          {item("records", "/records", t("nav.records"))}
          {item("trends", "/trends", t("nav.trends"))}
          {item("sheets", "/sheets", t("nav.sheets"))}
          {item("planning", "/planning", t("nav.planning"))}
        </nav>
        <div className="ml-auto flex flex-wrap items-center gap-x-4 gap-y-1">
          {data.demoClock === undefined ? null : (
            <span className="border-[1.5px] border-dashed border-ink3 px-2 text-ink2">
              {t("nav.demoClock", { time: data.demoClock })}
            </span>
          )}
          <LiveLink nowMs={data.nowMs} zone={data.zone} />
          <TagOut plate={plate} />
          <span className="hidden text-ink2 2xl:inline">{data.place}</span>
          <DisplayMenu person={data.person} display={data.display} />
        </div>
      </header>
      {data.unmatched.map((problem) => (
        <div key={problem} role="alert" className="border-b-2 border-tag bg-tag2">
          <div className="hatched h-3.5" aria-hidden="true" />
          <Link
            href="/tagged#reports"
            className="grid min-h-[48px] content-center px-3 py-1.5 font-bold text-tag underline md:px-5"
          >
            {t("reports.alarm", { problem })}
          </Link>
        </div>
      ))}
      {data.lost.length === 0 ? null : (
        <div role="alert" className="border-b-2 border-tag bg-tag2">
          <div className="hatched h-3.5" aria-hidden="true" />
          <p className="px-3 py-2.5 font-bold text-tag md:px-5">
            {t("nav.lost", { units: data.lost.join(", ") })}
          </p>
        </div>
      )}
      <main className="flex-1">{children}</main>
    </div>
  );
}
