"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { mostPictures } from "@/core/record/event-form";
import { dropDraft, keepPicture, keptPicture } from "@/device/pictures/keep";
import { Button } from "@/kit/button";

/** Pictures of a finding: taken with the camera or chosen, made small, kept on this device, and sent by themselves. */
export function Pictures({
  inspectionId,
  hashes,
  onChange,
}: {
  inspectionId: string;
  hashes: readonly string[];
  onChange: (hashes: readonly string[]) => void;
}) {
  const t = useTranslations();
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState(false);
  const add = async (file: File) => {
    setBusy(true);
    setFailed(false);
    const hash = await keepPicture(inspectionId, file).catch(() => undefined);
    setBusy(false);
    if (hash === undefined) setFailed(true);
    else onChange([...new Set([...hashes, hash])]);
  };
  const remove = (hash: string) => {
    onChange(hashes.filter((one) => one !== hash));
    void dropDraft(inspectionId, hash);
  };
  return (
    <div className="mt-3">
      <div className="flex flex-wrap items-center gap-2.5">
        {hashes.map((hash) => (
          <span key={hash} className="flex items-center gap-1.5">
            <Kept inspectionId={inspectionId} hash={hash} />
            <Button look="small" onClick={() => remove(hash)}>
              {t("inspect.pictureRemove")}
            </Button>
          </span>
        ))}
        {hashes.length >= mostPictures ? null : (
          <label className="inline-flex min-h-[48px] cursor-pointer items-center border-2 border-ink px-3.5 font-semibold focus-within:outline-[3px] focus-within:outline-offset-3 focus-within:outline-ink">
            {busy ? t("inspect.pictureBusy") : t("inspect.picture")}
            <input
              type="file"
              accept="image/*"
              capture="environment"
              className="sr-only"
              disabled={busy}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file !== undefined) void add(file);
              }}
            />
          </label>
        )}
      </div>
      <p role="alert" className={failed ? "mt-1.5 font-semibold" : "sr-only"}>
        {failed ? t("inspect.pictureFailed") : ""}
      </p>
    </div>
  );
}

/** A picture as this device keeps it. */
function Kept({ inspectionId, hash }: { inspectionId: string; hash: string }) {
  const t = useTranslations();
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    let made: string | undefined;
    let left = false;
    void keptPicture(inspectionId, hash).then((bytes) => {
      if (bytes === undefined || left) return;
      made = URL.createObjectURL(bytes);
      setUrl(made);
    });
    return () => {
      left = true;
      if (made !== undefined) URL.revokeObjectURL(made);
    };
  }, [inspectionId, hash]);
  return url === undefined ? null : (
    // biome-ignore lint/performance/noImgElement: made on this device a moment ago
    <img src={url} alt={t("inspect.pictureAlt")} className="size-16 border-2 border-ink object-cover" />
  );
}
