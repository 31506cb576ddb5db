import { useEffect, useRef, useState } from "react";
import { turnedAround } from "@/core/measure/slope";
import { Button } from "@/kit/button";
import type { T } from "./words";

interface Tilt {
  readonly alongDeg: number;
  readonly acrossDeg: number;
}

/**
 * The device's own level, read twice: the second time turned end for end, so that what the device itself is off counts once for and
 * once against (`turnedAround`).
 */
export function DeviceLevel({ t, onLevel }: { t: T; onLevel: (level: Tilt) => void }) {
  const now = useRef<Tilt | undefined>(undefined);
  const [first, setFirst] = useState<Tilt>();
  const [none, setNone] = useState(false);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (!open) return;
    const hear = ({ beta, gamma }: DeviceOrientationEvent) => {
      if (beta !== null && gamma !== null) now.current = { alongDeg: beta, acrossDeg: gamma };
    };
    window.addEventListener("deviceorientation", hear);
    const late = setTimeout(() => setNone(now.current === undefined), 1500);
    return () => {
      window.removeEventListener("deviceorientation", hear);
      clearTimeout(late);
    };
  }, [open]);
  if (!open)
    return (
      <Button look="small" onClick={() => setOpen(true)}>
        {t("survey.sensor")}
      </Button>
    );
  const take = () => {
    const read = now.current;
    if (read === undefined) return setNone(true);
    if (first === undefined) return setFirst(read);
    const half = (which: keyof Tilt) =>
      Math.round(Math.abs(turnedAround(first[which], read[which]).value) * 10) / 10;
    onLevel({ alongDeg: half("alongDeg"), acrossDeg: half("acrossDeg") });
    setOpen(false);
    setFirst(undefined);
  };
  return (
    <div className="border-2 border-ink p-3">
      <p>{t("survey.sensorHelp")}</p>
      {none ? (
        <p className="mt-2 font-semibold">{t("survey.sensorNone")}</p>
      ) : (
        <Button look="small" className="mt-2" onClick={take}>
          {t(first === undefined ? "survey.sensorFirst" : "survey.sensorSecond")}
        </Button>
      )}
    </div>
  );
}
