import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import { articulatingBoom, towerTelescopeBoom } from "./articulating-boom";
import { emergency } from "./emergency";
import { failing } from "./failing";
import { limits } from "./limits";
import { peopleAndPins } from "./people-and-pins";
import { crankMast, electricPushMast } from "./push-around-mast";
import type { Line } from "./read";
import { hybridScissor, roughTerrainScissor } from "./rough-terrain-scissor";
import { signLines } from "./sign-lines";
import { narrowScissor, slabScissor } from "./slab-scissor";
import { slopes } from "./slopes";
import { sweep } from "./sweep";
import { telescopicBoom } from "./telescopic-boom";
import { towableBoom } from "./towable-boom";
import { trackedSpider } from "./tracked-spider";
import { vehicleBoom } from "./vehicle-boom";
import { verticalMast } from "./vertical-mast";

/** Written by hand from the field's practice and not from the model. They disagree loudly. */
export const byHand: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  ["dunmarrow-s24", slabScissor],
  ["sorrel-sl19", narrowScissor],
  ["pellbridge-rt33", roughTerrainScissor],
  ["calder-vey-rg26", hybridScissor],
  ["sorrel-v20", verticalMast],
  ["sorrel-p6", crankMast],
  ["sorrel-p9e", electricPushMast],
  ["calder-vey-kb160", articulatingBoom],
  ["dunmarrow-a12", towerTelescopeBoom],
  ["pellbridge-tb28", telescopicBoom],
  ["dunmarrow-t10", towableBoom],
  ["calder-vey-sp15", trackedSpider],
  ["pellbridge-v14", vehicleBoom],
  ...emergency,
  ...slopes,
  ...failing,
  ...limits,
  ...peopleAndPins,
  ...signLines,
  ...sweep,
];
