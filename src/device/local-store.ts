import Dexie, { type EntityTable } from "dexie";
import type { InspectionEvent } from "@/core/record/events";

/** An event as the device keeps it: until the server has it, and after. */
export interface KeptEvent {
  readonly id: string;
  readonly inspectionId: string;
  readonly deviceId: string;
  readonly seq: number;
  readonly event: InspectionEvent;
  readonly state: "to_send" | "sent" | "not_taken";
  readonly problem?: string;
}

class LocalStore extends Dexie {
  declare events: EntityTable<KeptEvent, "id">;

  constructor() {
    super("rook-step");
    this.version(1).stores({ events: "id, inspectionId, [inspectionId+deviceId+seq], state" });
  }
}

let store: LocalStore | undefined;

/** The device's own store. What is written here survives a reload, a dead battery and a lost signal. */
export function localStore(): LocalStore {
  store ??= new LocalStore();
  return store;
}

/** This browser's name among devices; made once and kept. */
export function deviceId(): string {
  const kept = localStorage.getItem("rook-step-device");
  if (kept !== null) return kept;
  const made = `tablet-${crypto.randomUUID().slice(0, 8)}`;
  localStorage.setItem("rook-step-device", made);
  return made;
}
