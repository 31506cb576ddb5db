import ICAL from "ical.js";
import Papa from "papaparse";
import { type ShiftClock, shiftFor } from "@/core/decision/standing";
import { type NeedColumn, type NeedLine, needColumns } from "@/core/shift/needs-file";
import { localMs, momentOf, type Zone } from "@/core/vocabulary/zone";

/** Lines of a file of needs: CSV, or an iCalendar (RFC 5545). Empty where it is neither, or has none. */
export const linesOf = (text: string, shifts: readonly ShiftClock[], zone: Zone): readonly NeedLine[] =>
  /^\s*BEGIN:VCALENDAR/i.test(text) ? linesOfCalendar(text, shifts, zone) : linesOfCsv(text);

const isColumn = (name: string): name is NeedColumn => (needColumns as readonly string[]).includes(name);
const columnOf = (header: string) =>
  header
    .trim()
    .toLowerCase()
    .replaceAll(/[\s-]+/g, "_");

function linesOfCsv(text: string): readonly NeedLine[] {
  const [header = [], ...rows] = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    skipEmptyLines: true,
  }).data;
  const columns = header.map(columnOf);
  if (!columns.includes("crew")) return [];
  return rows.map((row, i) => ({
    line: i + 2,
    cells: Object.fromEntries(columns.flatMap((name, at) => (isColumn(name) ? [[name, row[at] ?? ""]] : []))),
  }));
}

/**
 * Events as needs: who is its summary, where its location, when its beginning; daily and weekly rules are days of the week. What else a
 * need says stands in its description, a line each: `unit: LM-20`. A rule of any other kind is left as it is, for somebody to see.
 */
function linesOfCalendar(text: string, shifts: readonly ShiftClock[], zone: Zone): readonly NeedLine[] {
  let events: ICAL.Component[];
  try {
    events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent");
  } catch {
    return [];
  }
  return events.map((component, i) => {
    const event = new ICAL.Event(component);
    const said = (event.description ?? "").split(/\r?\n/).flatMap((line) => {
      const [name = "", ...rest] = line.split(":");
      return isColumn(columnOf(name)) ? [[columnOf(name), rest.join(":").trim()] as const] : [];
    });
    const begins = beginning(event.startDate, zone);
    const rule = component.getFirstPropertyValue("rrule");
    return {
      line: i + 1,
      cells: {
        ...{ crew: event.summary ?? "", place: event.location ?? "" },
        ...(begins !== undefined && { shift: shiftFor(shifts, begins, zone).id }),
        ...(rule instanceof ICAL.Recur
          ? { days: daysOf(rule, begins, zone) }
          : dayOf(event.startDate, begins, zone)),
        ...Object.fromEntries(said),
      },
    };
  });
}

/** When an event begins; undefined for one of whole days. Without a zone of its own it is by the clocks of the site. */
function beginning(start: ICAL.Time | null, zone: Zone): number | undefined {
  if (start === null || start.isDate) return undefined;
  if (start.zone.tzid === "UTC") return start.toUnixTime() * 1000;
  const { year, month, day, hour, minute } = start;
  return momentOf(Date.UTC(year, month - 1, day, hour, minute), zone);
}

const dayOf = (start: ICAL.Time | null, begins: number | undefined, zone: Zone) => ({
  day:
    begins === undefined
      ? (start?.toString().slice(0, 10) ?? "")
      : new Date(localMs(begins, zone)).toISOString().slice(0, 10),
});

const dayNames = ["su", "mo", "tu", "we", "th", "fr", "sa"];

function daysOf(rule: ICAL.Recur, begins: number | undefined, zone: Zone): string {
  if (rule.freq === "DAILY" && rule.interval === 1) return "daily";
  if (rule.freq !== "WEEKLY" || rule.interval !== 1) return `${rule.freq} ${rule.interval}`;
  const by = (rule.getComponent("BYDAY") as string[]).join(" ");
  if (by !== "") return by;
  return begins === undefined ? "" : (dayNames[new Date(localMs(begins, zone)).getUTCDay()] ?? "");
}
