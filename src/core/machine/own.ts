import { type Station, stations } from "../vocabulary/stations";

/** The names of one station's own variables. */
export interface Own {
  readonly enable: `enable.${Station}`;
  readonly idleS: `enableIdleS.${Station}`;
  readonly timedOut: `enableTimedOut.${Station}`;
  readonly chosenFirst: `chosenFirst.${Station}`;
  readonly chosen: `chosen.${Station}`;
  readonly prefix: `${Station}:`;
}

/** Made once: a step asks for them again and again. */
export const own: Readonly<Record<Station, Own>> = Object.fromEntries(
  stations.map((station): [Station, Own] => [
    station,
    {
      enable: `enable.${station}`,
      idleS: `enableIdleS.${station}`,
      timedOut: `enableTimedOut.${station}`,
      chosenFirst: `chosenFirst.${station}`,
      chosen: `chosen.${station}`,
      prefix: `${station}:`,
    },
  ]),
) as Record<Station, Own>;
