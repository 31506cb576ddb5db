import { type Family, families } from "@/core/vocabulary/families";
import type { Role } from "@/server/people/roles";

export interface DemoPerson {
  readonly badge: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly site: string;
  readonly families: readonly Family[];
}

export const demoSite = "low-meadow";
export const otherSite = "withy-orchard";
/** Every demo person's PIN. */
export const demoPin = "4710";

const both: readonly Family[] = ["slab_scissor", "articulating_boom"];
/** Trained on every family of the pool. */
const all = families;
const at = demoSite;

export const demoPeople: readonly DemoPerson[] = [
  { badge: "1041", name: "R. Oake", roles: ["operator"], site: at, families: all },
  { badge: "1042", name: "J. Wren", roles: ["operator"], site: at, families: all },
  { badge: "1043", name: "T. Bram", roles: ["operator"], site: at, families: ["slab_scissor"] },
  { badge: "1044", name: "H. Quill", roles: ["operator"], site: at, families: both },
  { badge: "1060", name: "N. Sedge", roles: ["ground_person"], site: at, families: [] },
  { badge: "1090", name: "D. Pyke", roles: ["operator"], site: otherSite, families: both },
  { badge: "2001", name: "M. Sallow", roles: ["supervisor"], site: at, families: all },
  { badge: "3001", name: "P. Thrale", roles: ["technician"], site: at, families: all },
  { badge: "3002", name: "A. Fenn", roles: ["technician"], site: at, families: all },
  { badge: "4001", name: "C. Marl", roles: ["owner"], site: at, families: [] },
  { badge: "5001", name: "L. Rudd", roles: ["auditor"], site: at, families: [] },
];

/** The licence somebody of the demo holds, by badge. */
export const licenceOf = (badge: string): string => `LMG-${badge}`;
