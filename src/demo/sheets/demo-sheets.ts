import type { Sheet } from "../../core/sheet/sheet";
import {
  heavyVehicleSheet,
  largeSpiderSheet,
  petrolTowableSheet,
  spiderSheet,
  towableBoomSheet,
  vehicleBoomSheet,
} from "./legged-booms";
import {
  crankMastSheet,
  electricPushMastSheet,
  hybridScissorSheet,
  mastSheet,
  narrowScissorSheet,
  roughScissorSheet,
  slabScissorSheet,
  tallMastSheet,
} from "./scissors-and-masts";
import {
  articulatingBoomSheet,
  batteryArticulatingSheet,
  dualFuelBoomSheet,
  telescopicBoomSheet,
} from "./self-propelled-booms";

/** The invented models of the demo's pool, two of each family, by the id their sheets go by. */
export const demoSheets = {
  "dunmarrow-s24": slabScissorSheet,
  "sorrel-sl19": narrowScissorSheet,
  "pellbridge-rt33": roughScissorSheet,
  "calder-vey-rg26": hybridScissorSheet,
  "sorrel-v20": mastSheet,
  "dunmarrow-m8": tallMastSheet,
  "sorrel-p6": crankMastSheet,
  "sorrel-p9e": electricPushMastSheet,
  "pellbridge-tb22": dualFuelBoomSheet,
  "pellbridge-tb28": telescopicBoomSheet,
  "calder-vey-kb160": articulatingBoomSheet,
  "dunmarrow-a12": batteryArticulatingSheet,
  "dunmarrow-t10": towableBoomSheet,
  "dunmarrow-t12": petrolTowableSheet,
  "calder-vey-sp15": spiderSheet,
  "calder-vey-sp18": largeSpiderSheet,
  "pellbridge-v14": vehicleBoomSheet,
  "pellbridge-v20": heavyVehicleSheet,
} as const satisfies Record<string, Sheet>;

export type DemoSheetId = keyof typeof demoSheets;
