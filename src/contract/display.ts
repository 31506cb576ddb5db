export const languages = ["en", "es"] as const;
export type Language = (typeof languages)[number];

/** Each language by its own name. */
export const languageNames: Readonly<Record<Language, string>> = { en: "English", es: "Español" };

const choices = {
  theme: ["auto", "day", "night"],
  measures: ["metric", "imperial"],
  language: languages,
  /** Larger targets for gloves. */
  gloves: ["off", "on"],
  /** The hand that answers. */
  hand: ["right", "left"],
  text: ["plain", "large"],
} as const;

export type DisplayId = keyof typeof choices;

/** How a device shows things, as chosen on it; kept in its cookies. The first of each unless chosen otherwise. */
export type DisplayChoice = { readonly [Id in DisplayId]: (typeof choices)[Id][number] };

export const displayIds = Object.keys(choices) as DisplayId[];

/** What may be chosen of one. */
export const displayValues = <Id extends DisplayId>(id: Id) =>
  choices[id] as readonly string[] as readonly DisplayChoice[Id][];

/** The cookie that keeps a choice. */
export const displayCookie = (id: DisplayId): string => `rook-${id}`;

/** Reads the choice by the name of each cookie; what is missing or unknown is as usual. */
export function displayOf(cookie: (name: string) => string | undefined): DisplayChoice {
  const chosen = displayIds.map((id) => {
    const said = cookie(displayCookie(id));
    const values: readonly string[] = choices[id];
    return [id, values.find((value) => value === said) ?? values[0]];
  });
  return Object.fromEntries(chosen) as unknown as DisplayChoice;
}

/** Reads the choice from a cookie header, or from `document.cookie`. */
export function displayIn(cookies: string): DisplayChoice {
  const jar = new Map(cookies.split("; ").map((one) => one.split("=", 2) as [string, string]));
  return displayOf((name) => jar.get(name));
}

/** What the page itself wears of a choice: `data-theme`, `data-gloves` and so on of its root. */
export const wornIds = ["theme", "gloves", "hand", "text"] as const satisfies readonly DisplayId[];
