import { getTranslations } from "next-intl/server";
import { clock, dayAndClock } from "@/screens/states";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { shiftBoard } from "@/server/shift/board";
import { shiftPdf } from "@/server/shift/pdf";

/** The plan of a shift as a page for the wall. */
export const GET = route(async ({ person, at }) => {
  const t = await getTranslations();
  const board = await shiftBoard(database(), siteWith(person, "see"), at);
  const { shift, zone, rows, unserved, nowMs, jobs, retests } = board;
  const time = (ms: number) => clock(ms, zone);
  const crewRows = rows.filter(({ was }) => was === undefined);
  const walks = [
    ...crewRows.flatMap(({ slot, plate, place, crew }) =>
      slot === undefined ? [] : [{ slot, plate, rest: `${place}, ${crew}` }],
    ),
    ...retests.flatMap(({ slot, plate, number }) =>
      slot === undefined ? [] : [{ slot, plate, rest: t("shift.plan.retestOf", { number }) }],
    ),
    ...jobs.flatMap(({ slot, plate, job }) =>
      slot === undefined ? [] : [{ slot, plate, rest: t(`job.${job}`) }],
    ),
  ];
  const people = [...new Set(walks.map(({ slot }) => slot.person))].sort();
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
      walks: walks
        .filter(({ slot }) => slot.person === name)
        .sort((a, b) => a.slot.startMs - b.slot.startMs)
        .map(({ slot, plate, rest }) => ({
          ...{ time: `${time(slot.startMs)}–${time(slot.endMs)}`, plate, rest },
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
