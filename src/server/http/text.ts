import { z } from "zod";
import { isStorable } from "@/core/record/events";

/** A field of text: trimmed, and such as every store keeps. `what` says what is expected where it is shorter than `least`. */
export const textField = (least: number, what: string, most: number) =>
  z
    .string()
    .trim()
    .min(least, `expected ${what}`)
    .max(most)
    .refine(isStorable, "expected text without NUL or half characters");
