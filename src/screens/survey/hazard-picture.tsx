import { useEffect, useState } from "react";
import { made } from "@/device/pictures/keep";
import { hazardPicture, keepHazardPicture } from "@/device/surveys";
import { Button } from "@/kit/button";
import { FileButton } from "../file-button";
import type { T } from "./words";

/** A picture of a hazard: taken with the tablet, made small and clean, and kept here until the survey is sent. */
export function HazardPicture({
  t,
  hash,
  onPicture,
}: {
  t: T;
  hash: string | undefined;
  onPicture: (hash: string | undefined) => void;
}) {
  const [shown, setShown] = useState<string>();
  const [problem, setProblem] = useState("");
  useEffect(() => {
    if (hash === undefined) return;
    let url: string | undefined;
    let left = false;
    void hazardPicture(hash).then((bytes) => {
      if (bytes === undefined || left) return;
      url = URL.createObjectURL(bytes);
      setShown(url);
    });
    return () => {
      left = true;
      if (url !== undefined) URL.revokeObjectURL(url);
      setShown(undefined);
    };
  }, [hash]);
  const take = async (file: File) => {
    try {
      onPicture(await keepHazardPicture(await made(file)));
      setProblem("");
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {hash === undefined ? null : shown === undefined ? (
        <span className="font-semibold">{t("survey.pictureTaken")}</span>
      ) : (
        // biome-ignore lint/performance/noImgElement: a picture on this device
        <img src={shown} alt={t("survey.pictureTaken")} className="h-20 border-2 border-ink object-cover" />
      )}
      <FileButton
        words={t("survey.picture")}
        accept="image/*"
        onPick={(file) => file !== undefined && void take(file)}
      />
      {hash === undefined ? null : (
        <Button look="small" onClick={() => onPicture(undefined)}>
          {t("survey.pictureDrop")}
        </Button>
      )}
      {problem === "" ? null : <p className="font-semibold text-tag">{problem}</p>}
    </div>
  );
}
