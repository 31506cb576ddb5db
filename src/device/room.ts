import { pictureLimits } from "@/contract/picture";

/** Pictures a device should always have room for: a day's, with some to spare. */
const fewest = 150;

/**
 * How many more pictures this device has room for, where that is few enough to say so; undefined while there is plenty, or
 * where a browser does not tell.
 */
export async function roomShort(): Promise<number | undefined> {
  const { quota, usage } = (await globalThis.navigator?.storage?.estimate?.().catch(() => undefined)) ?? {};
  if (quota === undefined || usage === undefined) return undefined;
  const pictures = Math.max(0, Math.floor((quota - usage) / pictureLimits.mostBytes));
  return pictures < fewest ? pictures : undefined;
}

/** Asks the browser not to clear what is kept here when the device as a whole runs short. */
export const keepForGood = async (): Promise<void> => {
  await globalThis.navigator?.storage?.persist?.().catch(() => false);
};
