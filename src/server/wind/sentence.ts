import { parseNmeaSentence } from "nmea-simple";

/** How fast each unit of the sentence is, in m/s: kilometres an hour, metres a second, knots, statute miles an hour. */
const perSecond: Readonly<Record<string, number>> = { K: 1 / 3.6, M: 1, N: 1852 / 3600, S: 0.44704 };

/** The most a meter can mean. */
const mostMps = 100;

/**
 * The wind a sentence tells, in m/s: one of kind MWV of the open standard NMEA 0183 (`$WIMWV,angle,R or T,speed,unit,status*sum`),
 * whose sum is right, whose status is valid and whose unit is one of the standard's. Undefined for everything else: a meter
 * that is not understood is a silent one, never a calm.
 */
export function windToldMps(line: string): number | undefined {
  const text = line.trim();
  const fields = text.slice(1, text.indexOf("*")).split(",");
  const [, , , speed = "", unit = "", status] = fields;
  const factor = perSecond[unit];
  if (fields.length !== 6 || status !== "A" || factor === undefined || !/^\d{1,3}(\.\d+)?$/.test(speed))
    return undefined;
  try {
    // The sum, and whether it is of that kind at all.
    if (parseNmeaSentence(text).sentenceId !== "MWV") return undefined;
  } catch {
    return undefined;
  }
  const mps = Number(speed) * factor;
  return mps <= mostMps ? mps : undefined;
}
