import type { ColumnType } from "kysely";
import type { KeptLoad, SurveyGiven } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";
import type { Verdict } from "@/core/survey/sums";
import type { SurveyOutcome } from "@/core/survey/survey";
import type { StopReason } from "@/core/vocabulary/stops";
import type { Json, Time } from "./column-types";

/** Places of a site as they are drawn, surveys made of them, and stops for conditions. */
export interface PlaceTables {
  place: { id: string; siteId: string; madeBy: string; madeAt: Time };
  placePlan: {
    id: string;
    placeId: string;
    no: number;
    plan: Json<PlacePlan>;
    setBy: string;
    setAt: Time;
  };
  placeClosed: { placeId: string; byPerson: string; at: Time };
  survey: {
    id: string;
    unitId: string;
    planId: string;
    ledgerPosition: number;
    what: string;
    given: Json<SurveyGiven>;
    outcome: Json<SurveyOutcome>;
    verdict: Verdict;
    byPerson: string;
    surveyedAt: Time;
    until: Time;
    at: Time;
  };
  surveyEnded: {
    surveyId: string;
    unitId: string;
    ledgerPosition: number;
    meterId: string;
    gustMps: number;
    limitMps: number;
    at: Time;
  };
  talkSignature: {
    id: string;
    surveyId: string;
    unitId: string;
    ledgerPosition: number;
    byPerson: string;
    at: Time;
  };
  rescueDrill: {
    id: string;
    unitId: string;
    ledgerPosition: number;
    minutes: ColumnType<number | null, number | null | undefined>;
    byPerson: string;
    at: Time;
  };
  surveyPicture: { unitId: string; hash: string; bytes: Buffer; sentBy: string; at: Time };
  keptLoad: {
    id: string;
    siteId: string;
    name: string;
    load: Json<KeptLoad>;
    byPerson: string;
    at: Time;
  };
  windMeter: {
    id: string;
    siteId: string;
    name: string;
    address: string;
    heightM: number;
    madeBy: string;
    madeAt: Time;
  };
  windMeterClosed: { meterId: string; byPerson: string; at: Time };
  windReading: { meterId: string; at: Time; meanMps: number; gustMps: number };
  conditionsStop: {
    id: string;
    siteId: string;
    unitId: ColumnType<string | null, string | null | undefined>;
    reason: StopReason;
    note: ColumnType<string | null, string | null | undefined>;
    until: ColumnType<Date | null, Date | null | undefined>;
    byPerson: string;
    at: Time;
  };
  stopLifted: {
    stopId: string;
    note: ColumnType<string | null, string | null | undefined>;
    byPerson: string;
    at: Time;
  };
}
