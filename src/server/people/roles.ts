import { type Role, roles } from "@/contract/roles";

export { type Role, roles };

/** What may be done, by role. Tagging out is not here: any identified person may, at any site. */
export const rights = {
  inspect: ["operator", "supervisor", "technician", "owner"],
  /** The check before and after the road, which a ground person makes. */
  road: ["ground_person", "operator", "supervisor", "technician", "owner"],
  repair: ["technician"],
  retest: ["technician", "operator", "owner"],
  release: ["technician", "owner"],
  /** To look at a report that holds a unit, as somebody other than its sender. */
  look: ["supervisor", "technician", "owner"],
  /** To record a periodic examination that has been made. */
  examine: ["supervisor", "owner"],
  /** To record a job that comes round, give it a day, keep its report, and take back a reading that was wrong. */
  maintain: ["technician", "supervisor", "owner"],
  /** To record that somebody is trained on a family, until when. */
  train: ["supervisor", "owner", "trainer"],
  /** To show somebody a model and sign for it. */
  familiarise: ["supervisor", "technician", "owner", "trainer"],
  /** To sign for a fault in the log-book, with what was done about it. */
  countersign: ["owner"],
  /** To say which units a shift needs, for whom, and who inspects them. */
  plan_shift: ["supervisor", "owner"],
  /** To draw the places of a site. */
  draw_places: ["supervisor", "owner"],
  /** To put a legal hold on a unit or a site, so that no rule erases anything of it. */
  hold_records: ["supervisor", "owner"],
  /** Policies, keys of the API, machine sheets. */
  settings: ["owner"],
  /** To be the second person who says that a feature is not fitted. */
  confirm_sheet: ["owner", "supervisor", "technician"],
  see: roles,
} as const satisfies Record<string, readonly Role[]>;

export type Right = keyof typeof rights;
