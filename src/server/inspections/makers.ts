import { z } from "zod";

const batch = z.object({ events: z.array(z.looseObject({ by: z.string().optional() })) });

/** Who made the events of a batch, as they say themselves: who began the inspection, where they name nobody. */
export function makersIn(body: unknown, begunBy: string): ReadonlySet<string> {
  const read = batch.safeParse(body);
  return new Set(read.success ? read.data.events.map(({ by = begunBy }) => by) : [begunBy]);
}

/** A batch parted by who made what. One that cannot be read stays whole, with whoever began the inspection. */
export function byMaker(body: unknown, begunBy: string): ReadonlyMap<string, unknown> {
  const read = batch.safeParse(body);
  if (!read.success) return new Map([[begunBy, body]]);
  const { events } = read.data;
  return new Map(
    [...makersIn(body, begunBy)].map((maker) => [
      maker,
      { events: events.filter(({ by = begunBy }) => by === maker) },
    ]),
  );
}
