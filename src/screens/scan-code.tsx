"use client";
import { useTranslations } from "next-intl";
import { useEffect, useRef, useState } from "react";
import { unitOfCode } from "@/core/vocabulary/plate-match";
import { type Camera, Scanner } from "@/device/scan/scanner";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";

interface Named {
  readonly plate: string;
  readonly serial: string;
}

/** Finds a unit by the code on its plate, with the camera. What the code says is only compared with units, never opened. */
export function ScanCode<Unit extends Named>({
  units,
  onFound,
}: {
  units: readonly Unit[];
  onFound: (unit: Unit) => void;
}) {
  const t = useTranslations();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="small" onClick={() => setOpen(true)}>
        {t("scan.open")}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={t("scan.title")}>
        {open ? (
          <Scanning
            units={units}
            onFound={(unit) => {
              setOpen(false);
              onFound(unit);
            }}
          />
        ) : null}
        <Button look="small" className="mt-4" onClick={() => setOpen(false)}>
          {t("scan.close")}
        </Button>
      </Dialog>
    </>
  );
}

function Scanning<Unit extends Named>({
  units,
  onFound,
}: {
  units: readonly Unit[];
  onFound: (unit: Unit) => void;
}) {
  const t = useTranslations();
  const video = useRef<HTMLVideoElement>(null);
  const [camera, setCamera] = useState<Camera>();
  const [unknown, setUnknown] = useState<string>();
  const latest = useRef({ units, onFound });
  useEffect(() => {
    latest.current = { units, onFound };
  });
  useEffect(() => {
    if (video.current === null) return;
    const heard = (text: string) => {
      const unit = unitOfCode(text, latest.current.units);
      if (unit === undefined) return setUnknown(text.slice(0, 60));
      navigator.vibrate?.(80);
      latest.current.onFound(unit);
    };
    const scanner = new Scanner(video.current, heard, () => setCamera("none"));
    let left = false;
    void scanner.open().then((became) => {
      if (!left) setCamera(became);
    });
    return () => {
      left = true;
      scanner.close();
    };
  }, []);
  return (
    <>
      {camera === "refused" || camera === "none" ? (
        <p role="alert" className="mt-3 border-[2.5px] border-ink p-3">
          {t(`scan.${camera}`)}
        </p>
      ) : (
        <p className="mt-1 text-ink2">{t("scan.how")}</p>
      )}
      <video
        ref={video}
        muted
        playsInline
        className={`mt-3 max-h-[60vh] w-full border-2 border-ink bg-ink object-cover ${camera === "open" ? "" : "hidden"}`}
      />
      <p role="status" className="mt-3 min-h-6 font-semibold">
        {unknown === undefined ? "" : t("scan.unknown", { text: unknown })}
      </p>
    </>
  );
}
