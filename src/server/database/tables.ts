import type { ClockTables } from "./tables/clocks";
import type { DeviceTables } from "./tables/devices";
import type { FindingTables } from "./tables/findings";
import type { InspectionTables } from "./tables/inspections";
import type { LedgerTables } from "./tables/ledger";
import type { PersonTables } from "./tables/people";
import type { PlaceTables } from "./tables/places";
import type { SheetTables } from "./tables/sheets";
import type { SiteTables } from "./tables/sites";
import type { TagTables } from "./tables/tags";
import type { UnitTables } from "./tables/units";

/** Every table and view, as Kysely reads them; the migrations make them. */
export interface Database
  extends SiteTables,
    PersonTables,
    SheetTables,
    PlaceTables,
    UnitTables,
    ClockTables,
    InspectionTables,
    FindingTables,
    TagTables,
    DeviceTables,
    LedgerTables {}
