import type { ColumnType, Generated } from "kysely";
import type { ShiftClock } from "@/core/decision/standing";
import type { PlanChange, PlannedFrom } from "@/core/shift/changes";
import type { ShiftPlan } from "@/core/shift/morning";
import type { NeededWork } from "@/core/shift/needed-work";
import type { Policy } from "@/core/vocabulary/policy";
import type { Json, Time } from "./column-types";

/** Sites: their hours and policies, what changed, what the coming shifts need, and who may read by programme. */
export interface SiteTables {
  site: { id: string; name: string; timeZone: string; shifts: Json<ShiftClock[]>; policy: Json<Policy> };
  siteChange: {
    id: string;
    no: Generated<string>;
    siteId: string;
    kind: "made" | "changed";
    detail: Json<object>;
    byPerson: string | null;
    at: Time;
  };
  policyVersion: {
    id: string;
    no: Generated<string>;
    siteId: string;
    policy: Json<Policy>;
    note: string | null;
    holdsFrom: Time;
    setBy: string;
    setAt: Time;
  };
  policySettled: { versionId: string; kind: "in_force" | "withdrawn"; byPerson: string | null; at: Time };
  shiftNeed: {
    id: Generated<string>;
    siteId: string;
    shiftId: string;
    /** The usual unit; null: whichever can do the work. */
    unitId: string | null;
    work: ColumnType<NeededWork | null, string | null | undefined, string | null>;
    /** The days of the week, Monday the lowest bit; or `onDay` alone, as YYYY-MM-DD. */
    days: Generated<number>;
    onDay: ColumnType<string | null, string | null | undefined, string | null>;
    moveMin: Generated<number>;
    crew: string;
    place: string;
    inspectorId: string | null;
    setBy: ColumnType<string | null, string | undefined, string>;
    setAt: ColumnType<Date | null, Date | undefined, Date>;
  };
  shiftPerson: {
    siteId: string;
    shiftId: string;
    day: string;
    personId: string;
    away: boolean;
    fromMin: number | null;
    untilMin: number | null;
    setBy: string;
    setAt: Time;
  };
  shiftPin: {
    siteId: string;
    shiftId: string;
    day: string;
    kind: "unit" | "person" | "cancelled" | "first";
    about: string;
    value: string | null;
    setBy: string;
    setAt: Time;
  };
  unitParked: { unitId: string; placeId: string; setBy: string; setAt: Time };
  shiftPlan: {
    no: Generated<string>;
    siteId: string;
    shiftId: string;
    day: string;
    plan: Json<ShiftPlan>;
    plannedFrom: Json<PlannedFrom>;
    change: ColumnType<PlanChange | null, string | null, never>;
    madeAt: Time;
  };
  apiKey: {
    id: string;
    siteId: string;
    name: string;
    shown: string;
    hash: string;
    madeBy: string | null;
    madeAt: Time;
    revokedAt: Time | null;
    lastUsedAt: Time | null;
  };
  calendarFeed: { siteId: string; secretHash: string; madeBy: string; madeAt: Time };
}
