import type { ColumnType } from "kysely";
import type { Weakening } from "@/core/catalogue/weakened";
import type { Sheet } from "@/core/sheet/sheet";
import type { Family } from "@/core/vocabulary/families";
import type { FeatureId } from "@/core/vocabulary/features";
import type { FigureId } from "@/core/vocabulary/figures";
import type { Json, Time } from "./column-types";

/** Machine sheets and the figures units change on them, with what waits for a second person. */
export interface SheetTables {
  sheet: { id: string; name: string; family: Family };
  sheetVersion: {
    id: string;
    sheetId: string;
    version: number;
    content: Json<Sheet>;
    hash: string;
    createdAt: Time;
    madeBy: string | null;
    note: string | null;
    /** What it takes away on the floor, against the version before. */
    weakens: Json<readonly Weakening[]>;
    manualPage: string | null;
    confirmedBy: string | null;
  };
  sheetClaim: {
    id: string;
    sheetId: string;
    /** The feature it says is not fitted; null for a whole sheet as it would be. */
    feature: FeatureId | null;
    content: Json<Sheet> | null;
    fromVersion: number | null;
    weakens: ColumnType<readonly Weakening[], string | undefined, string>;
    manualPage: string;
    enteredBy: string;
    enteredAt: Time;
    confirmedBy: string | null;
    confirmedAt: Time | null;
    withdrawnAt: Time | null;
  };
  unitFigure: {
    unitId: string;
    figure: FigureId;
    value: number | null;
    source: string;
    setBy: string;
    setAt: Time;
    weakens: ColumnType<readonly Weakening[], string | undefined, string>;
    confirmedBy: string | null;
  };
  figureClaim: {
    id: string;
    unitId: string;
    figure: FigureId;
    value: number | null;
    source: string;
    weakens: Json<readonly Weakening[]>;
    enteredBy: string;
    enteredAt: Time;
    confirmedBy: string | null;
    confirmedAt: Time | null;
    withdrawnAt: Time | null;
  };
  floorAsked: { sheetVersionId: string; checks: Json<readonly string[]> };
  floorRule: { checkId: string; condition: string; rule: string };
  checkMinutes: { sheetId: string; checkId: string; times: number; meanMin: number };
  catalogueSeen: { one: boolean; version: number };
}
