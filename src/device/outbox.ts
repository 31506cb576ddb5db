import type { DeviceSignature, SignedContents } from "@/contract/signed";
import { barePlate } from "@/core/vocabulary/plate-match";
import { signerOf } from "./keys";
import { type KeptTag, localStore } from "./local-store";
import { countPictures, sendPictures } from "./pictures/send";
import { sendStart, waitingStarts } from "./prepared";
import { present } from "./present";
import { roomShort } from "./room";
import { sendWaiting } from "./send-events";
import { type Link, sendJson, tryAgain } from "./send-json";
import { Sender } from "./sender";
import { openSignatures, sendSignatures } from "./signatures";
import { openSurveys, sendSurveys } from "./surveys";

export interface OutboxState {
  /** Plates whose tag-out has not reached the server: held here. */
  readonly tags: readonly { readonly id: string; readonly plate: string }[];
  /** Entries of walks that are no longer open on this device and still wait. */
  readonly events: number;
  /** Walks signed here whose signature has not been taken, with why where the server refused it. */
  readonly signatures: readonly { readonly id: string; readonly plate: string; readonly refused?: string }[];
  /** Surveys that wait, with why where the server refused one. */
  readonly surveys: readonly { readonly id: string; readonly plate: string; readonly refused?: string }[];
  /** Pictures that wait, and how many the server refused. */
  readonly pictures: { readonly waiting: number; readonly refused: number };
  /** How many more pictures there is room for, once that is few. */
  readonly room?: number;
  readonly link: Link;
  readonly detail?: string;
}

const empty: OutboxState = {
  tags: [],
  events: 0,
  signatures: [],
  surveys: [],
  pictures: { waiting: 0, refused: 0 },
  link: "sent",
};

/** What a request to tag out became. */
export type TagAnswer =
  | { readonly kind: "hung"; readonly number: string }
  | { readonly kind: "unmatched" }
  | { readonly kind: "kept"; readonly link: Link; readonly detail?: string }
  /** Neither kept nor sent: the device's store refused it, and there was no signal. */
  | { readonly kind: "lost" };

/**
 * What this device still owes the server, whatever page is open: tag-outs first of all, then what walks left behind
 * that were closed before everything was sent, then the signatures over what has been sent, then pictures. Kept in the
 * device's store first, and tried until it is taken.
 */
export class Outbox {
  private state: OutboxState = empty;
  private readonly listeners = new Set<() => void>();
  private readonly sender = new Sender(() => this.sendAll());
  /** The walk that is open here sends its own events. */
  private openInspection: string | undefined;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): OutboxState => this.state;

  /** Names the inspection whose own log is open, or none. */
  leaveTo(inspectionId: string | undefined): void {
    this.openInspection = inspectionId;
    void this.refresh();
  }

  /** Keeps a tag-out and sends it at once. It is never lost: where it cannot be sent now, it is sent before all else. */
  async tagOut({ note: typed = "", ...asked }: Omit<KeptTag, "signed">): Promise<TagAnswer> {
    const { id, plate } = asked;
    const said = { reason: asked.reason.trim(), ...(typed.trim() !== "" && { note: typed.trim() }) };
    const signed = await signedHere({ id, plate: barePlate(plate), ...said });
    const tag: KeptTag = { ...asked, ...said, ...(signed && { signed }) };
    const kept = await localStore()
      .tags.put(tag)
      .then(
        () => true,
        () => false,
      );
    await this.refresh();
    const answer = await this.sendTag(tag);
    if (answer.kind === "kept" && !kept) return { kind: "lost" };
    if (answer.kind === "kept") this.sender.later(answer.link);
    await this.refresh(answer.kind === "kept" ? { link: answer.link, detail: answer.detail } : {});
    return answer;
  }

  private async sendTag({ id, plate, reason, note, signed }: KeptTag): Promise<TagAnswer> {
    const answer = await sendJson<{ number?: string }>(`/api/units/${encodeURIComponent(plate)}/tags`, {
      id,
      reason,
      ...(note === undefined ? {} : { note }),
      ...(signed && { signed }),
    });
    if (answer.link !== "sent") return { kind: "kept", link: answer.link, detail: answer.detail };
    await localStore().tags.delete(id);
    return answer.data.number === undefined
      ? { kind: "unmatched" }
      : { kind: "hung", number: answer.data.number };
  }

  /** Sends what waits: tag-outs, then events. One sender at a time. */
  send(): Promise<void> {
    return this.sender.send();
  }

  private async sendAll(): Promise<void> {
    await this.refresh();
    for (const tag of await localStore().tags.toArray()) {
      const answer = await this.sendTag(tag);
      if (answer.kind !== "kept") continue;
      await this.refresh({ link: answer.link, detail: answer.detail });
      this.sender.later(answer.link);
      return;
    }
    for (const id of await waitingStarts()) {
      const answer = await sendStart(id);
      if (tryAgain(answer.link)) break;
    }
    // One walk the server will not take from whoever is signed in must not stop the others.
    let last: { link: Link; detail?: string } = { link: "sent" };
    for (const inspectionId of await this.waitingInspections()) {
      const answer = await sendWaiting(inspectionId);
      if (answer.link !== "sent") last = answer;
      if (tryAgain(answer.link)) break;
    }
    if (!tryAgain(last.link)) {
      const signed = await sendSignatures();
      if (signed.link !== "sent") last = signed;
    }
    if (!tryAgain(last.link)) {
      const surveyed = await sendSurveys();
      if (surveyed.link !== "sent") last = surveyed;
    }
    // Last of all: what was found holds without its pictures.
    if (!tryAgain(last.link)) {
      const pictured = await sendPictures();
      if (pictured.link !== "sent") last = pictured;
    }
    await this.refresh(last);
    this.sender.later(last.link);
  }

  /** Walks that have something to send, read off the index: a day's events stay on disk meanwhile. */
  private async waitingInspections(): Promise<readonly string[]> {
    const kept = await localStore().events.orderBy("[inspectionId+state]").uniqueKeys();
    return (kept as unknown as [inspectionId: string, state: string][])
      .filter(([inspectionId, state]) => state === "to_send" && inspectionId !== this.openInspection)
      .map(([inspectionId]) => inspectionId);
  }

  private async waitingEvents(): Promise<number> {
    const { events } = localStore();
    const all = await events.where({ state: "to_send" }).count();
    if (this.openInspection === undefined) return all;
    return all - (await events.where({ inspectionId: this.openInspection, state: "to_send" }).count());
  }

  private async refresh(more: { link?: Link; detail?: string } = {}): Promise<void> {
    const tags = await localStore().tags.toArray();
    const events = await this.waitingEvents();
    const signatures = await openSignatures();
    const surveys = await openSurveys();
    const pictures = await countPictures();
    const room = await roomShort();
    this.state = {
      ...(room !== undefined && { room }),
      tags: tags.map(({ id, plate }) => ({ id, plate })),
      events,
      signatures: signatures.map(({ inspectionId, plate, became }) => ({
        id: inspectionId,
        plate,
        ...(became.kind === "refused" ? { refused: became.detail } : {}),
      })),
      surveys: surveys.map(({ id, plate, refused }) => ({
        ...{ id, plate },
        ...(refused === undefined ? {} : { refused }),
      })),
      pictures,
      link: more.link ?? this.state.link,
      detail: more.link === undefined ? this.state.detail : more.detail,
    };
    for (const listener of this.listeners) listener();
  }

  close(): void {
    this.sender.close();
  }
}

/** By whoever is here, where a key of theirs is: a tag-out waits for neither. */
async function signedHere(said: SignedContents["tag"]): Promise<DeviceSignature | undefined> {
  try {
    return await signerOf(present()?.personId)("tag", said);
  } catch {
    return undefined;
  }
}

let one: Outbox | undefined;

/** The one outbox of this browser tab. */
export function outbox(): Outbox {
  one ??= new Outbox();
  return one;
}

export const emptyOutbox = empty;
