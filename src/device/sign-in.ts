import type { SignedInAnswer } from "@/contract/session";
import type { NewDeviceKey } from "@/contract/signed-schema";
import { enrol, unlock } from "./enrolment";
import { deviceId } from "./local-store";
import { arrive, leave, type Present } from "./present";
import { sendJson, tryAgain } from "./send-json";

/** What became of a badge and a PIN. */
export type SignedIn =
  | { readonly kind: "here"; readonly person: Present }
  | { readonly kind: "choose_pin" }
  | { readonly kind: "not_enrolled" }
  | { readonly kind: "wrong_pin" | "wait"; readonly waitMs: number }
  | { readonly kind: "refused"; readonly detail: string; readonly waitMs: number };

/** Signs somebody in: with the server, or where it is not reached with what this device keeps of them. */
export async function signIn(badge: string, pin: string): Promise<SignedIn> {
  const answer = await sendJson<SignedInAnswer>("/api/sign-in", { badge, pin });
  if (answer.link === "sent") {
    if (answer.data.choosePin === true) return { kind: "choose_pin" };
    const { id, name } = answer.data.person;
    const person = { personId: id, name };
    arrive(person);
    // Where this browser cannot keep it, the tablet asks for a signal the next time; nobody is kept out for it now.
    await enrol(badge, pin, person).then(
      ({ publicKey }) =>
        sendJson("/api/devices/keys", { deviceId: deviceId(), publicKey } satisfies NewDeviceKey),
      () => undefined,
    );
    return { kind: "here", person };
  }
  if (!tryAgain(answer.link))
    return { kind: "refused", detail: answer.detail ?? "", waitMs: (answer.retryAfterS ?? 0) * 1000 };
  const unlocked = await unlock(badge, pin, Date.now());
  if (unlocked.kind === "here") arrive(unlocked.person);
  return unlocked;
}

/** Leaves this tablet. Without a signal the server hears of it the next time somebody signs in. */
export async function signOut(): Promise<void> {
  leave();
  await sendJson("/api/sign-out", {});
}
