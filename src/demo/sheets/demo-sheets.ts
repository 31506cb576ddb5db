import type { Sheet } from "../../core/sheet/sheet";
import { articulatingBoomSheet, batteryArticulatingSheet } from "./articulating-booms";
import { crankMastSheet, electricPushMastSheet } from "./push-around-masts";
import { hybridScissorSheet, roughScissorSheet } from "./rough-terrain-scissors";
import { narrowScissorSheet, slabScissorSheet } from "./slab-scissors";
import { dualFuelBoomSheet, telescopicBoomSheet } from "./telescopic-booms";
import { petrolTowableSheet, towableBoomSheet } from "./towable-booms";
import { largeSpiderSheet, spiderSheet } from "./tracked-spiders";
import { heavyVehicleSheet, vehicleBoomSheet } from "./vehicle-booms";
import { mastSheet, tallMastSheet } from "./vertical-masts";

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
