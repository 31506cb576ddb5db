/** How this device shows things, as chosen on it. */
export interface DisplayChoice {
  readonly theme: "day" | "night" | "auto";
  readonly measures: "metric" | "imperial";
}

/** Read from the device itself: a page kept on it is the same for everybody. */
export function displayChoice(): DisplayChoice {
  const chosen = new Map(document.cookie.split("; ").map((one) => one.split("=", 2) as [string, string]));
  const theme = chosen.get("rook-theme");
  return {
    theme: theme === "day" || theme === "night" ? theme : "auto",
    measures: chosen.get("rook-measures") === "imperial" ? "imperial" : "metric",
  };
}
