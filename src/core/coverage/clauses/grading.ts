import { c, type Section } from "./clause";

/** What follows from a finding, and what is due by when. */
export const grading: readonly Section[] = [
  {
    number: 11,
    title: "Grading: the schools and the floor",
    clauses: [
      c("Strict, graded, log-book", "policy:grading"),
      c("Tag out, repair by, watch, put right", "policy:repairWithinDays", "policy:upkeep", "policy:rules"),
      c("The floor over all", "floor:*"),
      c("Stopped for conditions is no fault of the machine", "check:place.*"),
    ],
  },
  {
    number: 12,
    title: "Put right on the spot",
    clauses: [
      c(
        "Top up water, oil, coolant, fuel; tighten a cap",
        "upkeep:top_up_*",
        "upkeep:fill_fuel",
        "upkeep:tighten_cap",
      ),
      c(
        "Grease, clean, debris, latch, pin, inflate, dry manual, breaker once",
        "upkeep:grease",
        "upkeep:clean",
        "upkeep:remove_debris",
        "upkeep:latch_cover",
        "upkeep:refit_pin",
        "upkeep:inflate",
        "upkeep:return_manual",
        "upkeep:reset_breaker",
      ),
      c("The same top-up again is a leak", "policy:topUpsAllowed", "policy:topUpWithinShifts"),
    ],
  },
  {
    number: 13,
    title: "Tag-out and return to service",
    clauses: [
      c("A tag stops the next walk", "check:doc.tag_and_log"),
      c(
        "A re-test of what was touched, emergency lowering and stop buttons always",
        "scope:retest",
        "check:ground.stop_button",
        "check:lower.*",
      ),
      c("Release by the person the policy asks for", "policy:returnToService"),
    ],
  },
  {
    number: 14,
    title: "Periodic programme",
    clauses: [
      c(
        "Examination, service and stickers compared on the walk",
        "check:doc.examination",
        "check:doc.service_due",
        "floor:inspection_overdue",
      ),
      c(
        "Intervals by hours and months on the sheet",
        "check:meter.hours",
        "figure:service_hours",
        "figure:inspection_months",
        "figure:grease_hours",
      ),
    ],
  },
];
