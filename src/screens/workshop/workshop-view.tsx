import { useTranslations } from "next-intl";
import type { WorkshopJob } from "@/contract/workshop";
import type { Blocked } from "@/core/workshop/queue";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { type T, titleOfKey } from "../inspect/words";
import { FindingPictures } from "../pictures";
import { clock, day, dayAndClock, tagReason } from "../states";
import { JobStateLine } from "./job-state";
import { keyWords } from "./key-words";

/** A workshop's jobs, unit by unit, in the order of what they hold up. */
export function WorkshopView({
  jobs,
  me,
  maySay,
  zone,
  nowMs,
}: {
  jobs: readonly WorkshopJob[];
  me: string;
  maySay: boolean;
  zone: string;
  nowMs: number;
}) {
  const t = useTranslations() as unknown as T;
  const units = [...new Set(jobs.map(({ unitId }) => unitId))];
  return (
    <div>
      <div className="px-4 pt-4 pb-3 md:px-5">
        <h1 className="text-[28px] leading-none font-bold">{t("workshop.title")}</h1>
        <p className="mt-2 text-ink2">{t(jobs.length === 0 ? "workshop.none" : "workshop.help")}</p>
      </div>
      <ol>
        {units.map((unitId) => {
          const mine = jobs.filter((job) => job.unitId === unitId);
          const [first] = mine;
          if (first === undefined) return null;
          const tagged = mine.some(({ kind }) => kind === "tag");
          const keys = keyWords((key, values) => t(`workshop.${key}`, values), first.keys, zone);
          return (
            <li key={unitId} className="border-b-2 border-line">
              {tagged ? <div className="hatched h-3.5" aria-hidden="true" /> : null}
              <div className="grid gap-x-6 gap-y-3 px-4 py-4 md:grid-cols-[minmax(150px,220px)_1fr] md:px-5">
                <div>
                  <Link href={`/units/${first.plate}`} className="inline-grid min-h-[48px] content-center">
                    <Plate size="large">{first.plate}</Plate>
                  </Link>
                  <p className="mt-1 font-bold">{t(`workshop.rank.${first.rank}`)}</p>
                  {first.blocks.map((one) => (
                    <p key={`${one.crew} ${one.place} ${one.startMs}`} className="text-ink2">
                      {blockWords(t, one, tagged ? "tagged out" : "works", nowMs, zone)}
                    </p>
                  ))}
                  {keys.map((line) => (
                    <p key={line} className="mt-1 text-ink2">
                      {line}
                    </p>
                  ))}
                </div>
                <ul className="grid gap-4">
                  {mine.map((job) => (
                    <li key={job.id} className="grid gap-x-6 gap-y-2 lg:grid-cols-[1fr_minmax(320px,420px)]">
                      <JobWords t={t} job={job} nowMs={nowMs} zone={zone} />
                      {(job.waits ?? "repair") === "repair" ? (
                        <JobStateLine {...{ jobId: job.id, state: job.state, me, maySay, zone }} />
                      ) : null}
                    </li>
                  ))}
                </ul>
              </div>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

/** Who waits for a unit, or has it, from when. */
function blockWords(
  t: T,
  { crew, place, startMs, served }: Blocked,
  out: "tagged out" | "works",
  nowMs: number,
  zone: string,
): string {
  const today = day(startMs, zone) === day(nowMs, zone);
  const words = { crew, place, time: today ? clock(startMs, zone) : dayAndClock(startMs, zone) };
  if (out === "works") return t("workshop.uses", words);
  return t(`workshop.blocks.${served}`, words);
}

function JobWords({ t, job, nowMs, zone }: { t: T; job: WorkshopJob; nowMs: number; zone: string }) {
  const { number, reason, checkKey, condition, repairByMs, note, by, sinceMs, waits } = job;
  const when = dayAndClock(sinceMs, zone);
  return (
    <div className="leading-snug">
      <p className="text-[20px] font-bold">
        {reason === undefined || number === undefined
          ? `${titleOfKey(t, checkKey ?? "")}: ${t(`condition.${condition}`).toLowerCase()}`
          : tagReason(t, reason)}
      </p>
      {note === null ? null : <p>“{note}”</p>}
      {waits === undefined ? null : <p className="font-semibold">{t(`workshop.waits.${waits}`)}</p>}
      {repairByMs === undefined ? null : (
        <p className="font-semibold">
          {t(repairByMs < nowMs ? "workshop.overdue" : "workshop.repairBy", { day: day(repairByMs, zone) })}
        </p>
      )}
      <p className="text-ink2">
        {number === undefined
          ? t("workshop.found", { day: when, name: by })
          : t("workshop.tagged", { number, day: when, name: by })}
      </p>
      {job.inspectionId === null ? null : (
        <FindingPictures small="small" inspectionId={job.inspectionId} pictures={job.pictures} />
      )}
      <p className="mt-2">
        <Link
          href={job.kind === "tag" ? `/tags/${job.id}` : `/units/${job.plate}`}
          className={buttonLook("small")}
          aria-label={`${t("workshop.open")} ${number ?? job.plate}`}
        >
          {t("workshop.open")}
        </Link>
      </p>
    </div>
  );
}
