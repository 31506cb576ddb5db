import { getTranslations } from "next-intl/server";
import { clock, dayAndClock } from "@/screens/states";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { shiftBoard } from "@/server/shift/board";
import { shiftPdf } from "@/server/shift/pdf";
import { plannedWork, type WorkWords, workWords } from "@/server/shift/planned-work";

/** The plan of a shift as a page for the wall. */
export const GET = route(async ({ person, at }) => {
  const t = await getTranslations();
  const board = await shiftBoard(database(), siteWith(person, "see"), at);
  const { shift, zone, rows, unserved, nowMs } = board;
  const time = (ms: number) => clock(ms, zone);
  const crewRows = rows.filter(({ was }) => was === undefined);
  const work = plannedWork(board);
  const people = [...new Set(work.map(({ person: name }) => name))].sort();
  const when = (row: (typeof rows)[number]) =>
    row.readyMs === undefined
      ? t("shift.plan.noUnit")
      : row.lateMin > 0
        ? t("shift.plan.lateAt", { time: time(row.readyMs), minutes: row.lateMin })
        : time(row.readyMs);
  const pdf = await shiftPdf({
    title: `${t("shift.starts", { shift: t(`shift.${shift.id}`), time: time(shift.startMs) })}, ${shift.day}`,
    asOf: t("shift.plan.asOf", { time: dayAndClock(nowMs, zone) }),
    people: people.map((name) => ({
      name,
      walks: work
        .filter((one) => one.person === name)
        .map((one) => ({
          ...{ time: `${time(one.startMs)}–${time(one.endMs)}`, plate: one.plate },
          rest: workWords(t as unknown as WorkWords, one),
        })),
    })),
    crewsTitle: t("shift.plan.crews"),
    crews: [
      ...crewRows.map((row) => ({
        time: when(row),
        plate: row.readyMs === undefined ? "" : row.plate,
        rest: `${row.crew}, ${row.place}`,
      })),
      ...unserved.map(({ crew, place }) => ({
        time: t("shift.plan.noUnit"),
        plate: "",
        rest: `${crew}, ${place}`,
      })),
    ],
    foot: t("shift.plan.foot"),
  });
  return pdfAnswer(pdf, `shift-${shift.day}-${shift.id}`);
});
