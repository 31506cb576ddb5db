import { useEffect, useState } from "react";
import type { DisplayChoice } from "@/contract/display";
import { displayChoice, hearDisplay } from "@/device/display-choice";

/** How this device shows things, as chosen on it just now. Only where the page is drawn on the device. */
export function useDisplay(): DisplayChoice {
  const [choice, setChoice] = useState(displayChoice);
  useEffect(() => hearDisplay(() => setChoice(displayChoice())), []);
  return choice;
}
