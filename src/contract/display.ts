/** How a device shows things, as chosen on it; kept in its cookies. */
export interface DisplayChoice {
  readonly theme: "day" | "night" | "auto";
  readonly measures: "metric" | "imperial";
}

/** Reads the choice by the name of each cookie; what is missing or unknown is as the device and in metric. */
export function displayOf(cookie: (name: string) => string | undefined): DisplayChoice {
  const theme = cookie("rook-theme");
  return {
    theme: theme === "day" || theme === "night" ? theme : "auto",
    measures: cookie("rook-measures") === "imperial" ? "imperial" : "metric",
  };
}
