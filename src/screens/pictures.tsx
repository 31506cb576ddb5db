import { useTranslations } from "next-intl";
import type { PictureHere } from "@/contract/picture";

/** The pictures of a finding, as the server has them. One that has not come yet, or was erased, says so. */
export function FindingPictures({
  inspectionId,
  pictures,
  small,
}: {
  inspectionId: string;
  pictures: readonly PictureHere[];
  /** As high as a button: where other lines stand about it. */
  small?: "small";
}) {
  const t = useTranslations();
  if (pictures.length === 0) return null;
  const high = small === undefined ? "h-28" : "h-16";
  return (
    <ul className="mt-2 flex flex-wrap gap-2">
      {pictures.map(({ hash, is }) => {
        const path = `/api/inspections/${inspectionId}/pictures/${hash}`;
        return (
          <li key={hash}>
            {is === "whole" ? (
              <a href={path}>
                {/* biome-ignore lint/performance/noImgElement: its bytes are what the record names, and no others */}
                <img
                  src={path}
                  alt={t("inspect.pictureAlt")}
                  loading="lazy"
                  className={`${high} border-2 border-ink object-cover`}
                />
              </a>
            ) : (
              <span className="grid h-28 w-40 place-items-center border-2 border-dashed border-ink3 p-2 text-center text-ink2">
                {t(is === "erased" ? "inspect.pictureErased" : "inspect.pictureWaits")}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
