import type { Sheet } from "../sheet/sheet";
import type { Pattern, SoundId } from "../vocabulary/signs";

/** The sound each check listens for. */
const heardIn: Readonly<Record<string, SoundId>> = {
  "ground.lowering_alarm": "lowering",
  "platform.alarm_pattern": "lowering",
  "drive.travel_alarm": "travel",
  "drive.reversing_alarm": "reversing",
};

/** The sound a check listens for, and its pattern by this model's sheet; undefined where it listens for none. */
export function soundOf(
  { alarms }: Pick<Sheet, "alarms">,
  check: string,
): { readonly sound: SoundId; readonly pattern: Pattern | undefined } | undefined {
  const sound = heardIn[check];
  return sound === undefined ? undefined : { sound, pattern: alarms?.[sound] };
}
