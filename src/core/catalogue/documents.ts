import { legged } from "../vocabulary/families";
import { floor, place, putRight, repair, stop, watch } from "./rules";
import { onTheGround } from "./states";
import type { CheckDefinition } from "./types";

const common = {
  version: 1,
  phase: "documents",
  station: "documents",
  at: ["documents_box"],
  needs: onTheGround,
} as const;

export const documentChecks: readonly CheckDefinition[] = [
  {
    ...common,
    id: "doc.tag_and_log",
    part: "tag_and_log",
    minutes: 0.08,
    conditions: { tag_hanging: floor("tag_standing"), fault_unsigned: stop },
  },
  {
    ...common,
    id: "doc.manual",
    part: "manual",
    minutes: 0.16,
    conditions: {
      missing: floor("manual"),
      wrong_model: floor("manual"),
      wet: putRight("return_manual"),
      unreadable: repair,
    },
  },
  {
    ...common,
    id: "doc.recovery",
    part: "manual",
    minutes: 0.3,
    to: { families: legged },
    conditions: { missing: floor("manual"), unreadable: floor("manual") },
  },
  {
    ...common,
    id: "doc.handbooks",
    part: "handbooks",
    minutes: 0.08,
    conditions: { missing: repair, outdated: watch },
  },
  {
    ...common,
    id: "doc.examination",
    part: "examination",
    minutes: 0.16,
    conditions: { overdue: floor("inspection_overdue"), wrong_serial: stop, record_differs: repair },
  },
  {
    ...common,
    id: "doc.data_plate",
    part: "data_plate",
    minutes: 0.05,
    conditions: { missing: repair, unreadable: repair },
  },
  {
    ...common,
    id: "doc.capacity_plate",
    part: "capacity_plate",
    minutes: 0.05,
    conditions: { missing: floor("capacity_plate"), unreadable: floor("capacity_plate") },
  },
  {
    ...common,
    id: "doc.decals",
    part: "decals",
    minutes: 0.16,
    conditions: { missing: repair, dirty: putRight("clean"), unreadable: repair },
  },
  {
    ...common,
    id: "doc.service_due",
    part: "service_sticker",
    minutes: 0.05,
    conditions: { overdue: repair, missing: watch },
  },
  {
    ...common,
    id: "doc.shown_this_model",
    part: "familiarisation",
    minutes: 0.08,
    conditions: { not_shown: place, not_read: place },
  },
  {
    ...common,
    id: "doc.protective_kit",
    part: "protective_kit",
    minutes: 0.05,
    conditions: { missing: place, worn: place },
  },
  {
    ...common,
    id: "doc.accessories",
    part: "accessories",
    to: { features: ["accessories"] },
    minutes: 0.08,
    conditions: { not_approved: stop, weight_not_counted: repair },
  },
];
