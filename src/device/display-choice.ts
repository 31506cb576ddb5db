import {
  type DisplayChoice,
  type DisplayId,
  displayCookie,
  displayIn,
  type Language,
  wornIds,
} from "@/contract/display";

const changed = "rook-display";

/** Read on the device: a page kept there is the same for everybody. */
export const displayChoice = (): DisplayChoice => displayIn(document.cookie);

/** Keeps a choice on this device and puts it on: the page wears it, and all who listen draw anew. */
export function choose<Id extends DisplayId>(id: Id, value: DisplayChoice[Id]): void {
  // biome-ignore lint/suspicious/noDocumentCookie: a choice of display, wanted before any script runs
  document.cookie = `${displayCookie(id)}=${value};path=/;max-age=31536000;samesite=lax`;
  wearChoice();
  window.dispatchEvent(new Event(changed));
}

/** A page kept on the device is as it was when it was kept; how it is shown is the device's own choice. */
export function wearChoice(): void {
  const choice = displayChoice();
  for (const id of wornIds) document.documentElement.dataset[id] = choice[id];
  document.documentElement.lang = choice.language;
}

/** Calls back whenever something is chosen on this page. */
export function hearDisplay(heard: () => void): () => void {
  window.addEventListener(changed, heard);
  return () => window.removeEventListener(changed, heard);
}

/** All words of a language, kept on the device with the app; undefined where they cannot be had now. */
export async function wordsOf(language: Language): Promise<object | undefined> {
  const answer = await fetch(`/words/${language}`).catch(() => undefined);
  return answer?.ok ? ((await answer.json()) as object) : undefined;
}
