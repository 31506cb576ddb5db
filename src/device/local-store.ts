import Dexie, { type EntityTable, type Table } from "dexie";
import type { DeviceSignature } from "@/contract/signed";
import type { BegunElsewhere, Prepared, StartWord } from "@/contract/start";
import type { PreparedSurveys } from "@/contract/survey";
import type { WalkData } from "@/contract/walk";
import type { Signature } from "@/core/decision/sealed";
import type { InspectionEvent } from "@/core/record/events";
import type { SurveyGiven } from "@/core/survey/job";
import type { Outcome } from "@/core/vocabulary/outcomes";

/** An event as the device keeps it: until the server has it, and after. */
export interface KeptEvent {
  readonly id: string;
  readonly inspectionId: string;
  readonly deviceId: string;
  readonly seq: number;
  readonly event: InspectionEvent;
  /** By the key of whoever made it; none where they have no key here. */
  readonly signed?: DeviceSignature;
  /** `held`: the server could not take it; it is kept there and here, and the unit is held until somebody looks. */
  readonly state: "to_send" | "sent" | "held";
  readonly problem?: string;
}

/** A request to tag out, kept until the server has hung the tag. */
export interface KeptTag {
  readonly id: string;
  readonly plate: string;
  readonly reason: string;
  readonly note?: string;
  readonly madeAt: string;
  readonly signed?: DeviceSignature;
}

/** All a walk needs to be opened without a signal. Its events are kept by themselves. */
export interface KeptWalk {
  readonly id: string;
  /** Who opened it here: nobody else reads it so. */
  readonly personId: string;
  readonly plate: string;
  /** The form `data` is in (`walkForm`). */
  readonly form: number;
  readonly data: WalkData;
  /** What to add to this device's clock for the server's, as it was when this was read. */
  readonly clockOffsetMs: number;
}

/** A unit its person can begin to inspect without a signal, as the server last said. */
export interface PreparedUnit extends Prepared {
  readonly unitId: string;
  readonly personId: string;
  /** Where the server put it among them: one's own first. */
  readonly place: number;
  /** The form its walk is in (`walkForm`). */
  readonly form: number;
  /** What to add to this device's clock for the server's. */
  readonly clockOffsetMs: number;
}

/** An inspection begun here that the server has not heard of yet. */
export interface KeptStart {
  readonly id: string;
  readonly begun: BegunElsewhere;
}

/** A person's key on this device, its private half locked by what their PIN opens. */
export interface WrappedKey {
  /** SHA-256 of the public half. */
  readonly id: string;
  readonly publicKey: string;
  readonly iv: Uint8Array;
  readonly wrapped: Uint8Array;
}

/** Somebody who has signed in on this device with a signal, and may do so without one. */
export interface Enrolment {
  readonly badge: string;
  readonly personId: string;
  readonly name: string;
  /** PBKDF2 over the PIN locks the key: what it takes to try one PIN here. */
  readonly salt: Uint8Array;
  readonly iterations: number;
  readonly key: WrappedKey;
  /** Wrong PINs in a row, and when the last was tried. */
  readonly failures: number;
  readonly lastFailureMs: number;
}

/** What a person signs: what they were shown, and which events that covers. */
export interface SignedWalk {
  readonly outcome: Outcome;
  readonly eventCount: number;
  readonly eventsHash: string;
  readonly signature: Signature;
  readonly signed?: DeviceSignature;
}

/** A signature on this device, until the server has sealed what it covers, and what became of it. */
export interface KeptSignature {
  readonly inspectionId: string;
  readonly plate: string;
  readonly walk: SignedWalk;
  readonly became:
    | { readonly kind: "waits" }
    /** Sealed. Without an outcome where the server's answer was lost on the way: the record has it. */
    | { readonly kind: "sealed"; readonly outcome?: Outcome; readonly shownOutcome?: Outcome }
    | { readonly kind: "refused"; readonly detail: string };
}

/** A picture of a finding, until the server has it and after: one that an answer names is never dropped. */
export interface KeptPicture {
  readonly inspectionId: string;
  /** SHA-256 of its bytes. */
  readonly hash: string;
  readonly bytes: Blob;
  /** How many of its bytes the server has. */
  readonly sent: number;
  /** A `draft` is named by no answer yet: it is not sent, and may be taken away. */
  readonly state: "draft" | "to_send" | "sent" | "refused";
  readonly signed?: DeviceSignature;
  readonly problem?: string;
}

/** A survey made here, until the server has recorded it. */
export interface KeptSurvey {
  readonly id: string;
  readonly plate: string;
  /** Who made it: it is sent in no other name. */
  readonly by: string;
  readonly placeId: string;
  readonly surveyedAt: string;
  readonly given: SurveyGiven;
  /** Why the server did not take it. */
  readonly refused?: string;
}

/** What a person's device keeps to survey without a signal. */
export interface KeptSurveyPages {
  readonly personId: string;
  readonly form: number;
  readonly data: PreparedSurveys;
  /** What to add to this device's clock for the server's. */
  readonly clockOffsetMs: number;
}

/** The key of whoever is here: it signs and cannot be taken away. */
export interface KeyInUse {
  readonly personId: string;
  readonly id: string;
  readonly key: CryptoKey;
}

/** The farthest head of a unit's ledger this device was ever told of, in the server's own word. */
export interface SeenHead {
  readonly unitId: string;
  readonly word: StartWord;
}

class LocalStore extends Dexie {
  declare events: EntityTable<KeptEvent, "id">;
  declare tags: EntityTable<KeptTag, "id">;
  declare keptWalks: Table<KeptWalk, [id: string, personId: string]>;
  declare enrolments: EntityTable<Enrolment, "badge">;
  declare signatures: EntityTable<KeptSignature, "inspectionId">;
  declare prepared: Table<PreparedUnit, [personId: string, unitId: string]>;
  declare starts: EntityTable<KeptStart, "id">;
  declare keysInUse: EntityTable<KeyInUse, "personId">;
  declare seenHeads: EntityTable<SeenHead, "unitId">;
  declare surveys: EntityTable<KeptSurvey, "id">;
  declare surveyPictures: EntityTable<{ readonly hash: string; readonly bytes: Blob }, "hash">;
  declare preparedSurveys: EntityTable<KeptSurveyPages, "personId">;
  declare pictures: Table<KeptPicture, [inspectionId: string, hash: string]>;

  constructor() {
    // On disk before the screen says so: a browser by itself may keep a write in memory for a while.
    super("rook-step", { chromeTransactionDurability: "strict" });
    this.version(1).stores({ events: "id, inspectionId, [inspectionId+deviceId+seq], state" });
    this.version(2)
      .stores({ events: "id, inspectionId, [inspectionId+deviceId+seq], state", tags: "id, plate" })
      .upgrade((change) =>
        change
          .table("events")
          .filter((row: { state: string }) => row.state === "not_taken")
          .modify({ state: "held" }),
      );
    this.version(3).stores({
      events: "id, inspectionId, [inspectionId+deviceId+seq], [inspectionId+state], state",
      walks: "id, personId",
      enrolments: "badge",
      signatures: "inspectionId",
    });
    this.version(4).stores({
      pictures: "[inspectionId+hash], [inspectionId+hash+state], [inspectionId+state], state",
    });
    // Who was enrolled before there were keys signs in once more with a signal.
    this.version(5)
      .stores({ keysInUse: "personId" })
      .upgrade((change) => change.table("enrolments").clear());
    this.version(6).stores({ prepared: "[personId+unitId], personId", starts: "id" });
    // Two people may be on one walk by one tablet: each opens it as their own.
    this.version(7)
      .stores({ walks: null, keptWalks: "[id+personId], id, personId" })
      .upgrade(async (change) => {
        await change.table("keptWalks").bulkPut(await change.table("walks").toArray());
      });
    this.version(8).stores({ seenHeads: "unitId" });
    this.version(9).stores({ surveys: "id, plate", surveyPictures: "hash", preparedSurveys: "personId" });
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
