import { z } from "zod";
import { verdicts } from "@/core/survey/sums";
import { keptHere } from "../kept-here";

const testAreaSchema = z.object({
  place: z.string(),
  verdict: z.enum(verdicts),
  untilMs: z.number(),
  lastsMs: z.number(),
});

/** What a test area of a unit was worked out to be on this device: until when by the server's clock, and by this device's. */
export type TestArea = z.infer<typeof testAreaSchema>;

const nameOf = (plate: string) => `test area ${plate}`;

/** Keeps what a test area was worked out to be; `atMs` is now by the clock that `untilMs` goes by. */
export const keepTestArea = (
  plate: string,
  { atMs, ...area }: Omit<TestArea, "lastsMs"> & { readonly atMs: number },
): void => keptHere.keep(nameOf(plate), { ...area, lastsMs: Date.now() + area.untilMs - atMs });

/** What was worked out last for a unit, while it holds. */
export function testAreaOf(plate: string, nowMs: number): TestArea | undefined {
  const read = testAreaSchema.safeParse(keptHere.read(nameOf(plate)));
  return read.success && read.data.lastsMs > nowMs ? read.data : undefined;
}
