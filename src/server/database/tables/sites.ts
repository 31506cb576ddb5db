import type { ColumnType, Generated } from "kysely";
import type { ShiftClock } from "@/core/decision/standing";
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
    siteId: string;
    shiftId: string;
    unitId: string;
    crew: string;
    place: string;
    inspectorId: string | null;
    setBy: ColumnType<string | null, string | undefined, string>;
    setAt: ColumnType<Date | null, Date | undefined, Date>;
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
