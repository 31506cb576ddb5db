import { buttonLook } from "@/kit/button";

/** A button that picks a file; the same one can be picked again. */
export function FileButton({
  words,
  accept,
  onPick,
}: {
  words: string;
  accept: string;
  onPick: (file: File | undefined) => void;
}) {
  return (
    <label className={`${buttonLook("small")} cursor-pointer has-focus-visible:outline-3`}>
      {words}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          onPick(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
    </label>
  );
}
