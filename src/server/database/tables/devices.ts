import type { Time } from "./column-types";

/** Tablets, their keys, and what they sent that could not be taken as it came. */
export interface DeviceTables {
  deviceKey: {
    id: string;
    personId: string;
    deviceId: string;
    publicKey: Buffer;
    registeredAt: Time;
    signature: string;
  };
  deviceRevocation: { deviceId: string; revokedBy: string; revokedAt: Time; why: string };
  quarantine: {
    id: string;
    inspectionId: string;
    deviceId: string;
    body: string;
    hash: string;
    receivedAt: Time;
    decidedBy: string | null;
    decidedAt: Time | null;
    taken: boolean | null;
  };
  heldReport: {
    id: string;
    unitId: string | null;
    inspectionId: string | null;
    kind: "unreadable" | "refused" | "withdrawn" | "unmatched_tag" | "lost_entries";
    problem: string;
    raw: Buffer;
    rawHash: string;
    sentBy: string;
    receivedAt: Time;
  };
  standingReport: DeviceTables["heldReport"];
  reportLook: { reportId: string; lookedBy: string; lookedAt: Time; says: string; tagId: string | null };
}
