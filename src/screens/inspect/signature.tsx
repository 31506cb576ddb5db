"use client";
import { useTranslations } from "next-intl";
import { useEffect, useRef, useState } from "react";
import type SignaturePadType from "signature_pad";
import type { Signature } from "@/core/decision/sealed";
import { Button } from "@/kit/button";

/** A signature by pen or finger, or by typing one's name for those who cannot draw. */
export function SignatureField({
  name,
  drawOnly = false,
  onChange,
}: {
  name: string;
  /** Whether the name is asked for elsewhere. */
  drawOnly?: boolean;
  onChange: (signature: Signature | undefined) => void;
}) {
  const t = useTranslations();
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePadType | null>(null);
  const [typed, setTyped] = useState("");
  const report = useRef(onChange);
  report.current = onChange;
  useEffect(() => {
    let ended = false;
    void import("signature_pad").then(({ default: SignaturePad }) => {
      const target = canvas.current;
      // A browser that cannot draw has the name to type.
      if (ended || target?.getContext("2d") == null) return;
      target.width = target.clientWidth;
      target.height = target.clientHeight;
      pad.current = new SignaturePad(target, { penColor: getComputedStyle(target).color, minDistance: 3 });
      pad.current.addEventListener("endStroke", () => {
        const path = pathOf(pad.current?.toData() ?? []);
        setTyped("");
        report.current(path === "" ? undefined : { kind: "drawn", path });
      });
    });
    return () => {
      ended = true;
      pad.current?.off();
    };
  }, []);
  return (
    <div>
      <div className="flex items-end justify-between">
        <span className="font-semibold">{t("decide.draw")}</span>
        <Button
          look="small"
          onClick={() => {
            pad.current?.clear();
            onChange(typed.trim().length > 1 ? { kind: "typed", name: typed.trim() } : undefined);
          }}
        >
          {t("decide.clear")}
        </Button>
      </div>
      <canvas ref={canvas} className="mt-1.5 h-28 w-full touch-none border-2 border-ink text-ink" />
      {drawOnly ? null : (
        <label className="mt-2 flex flex-wrap items-center gap-3">
          <span className="text-ink2">{t("decide.typed")}</span>
          <input
            value={typed}
            placeholder={name}
            onChange={(event) => {
              pad.current?.clear();
              setTyped(event.target.value);
              const given = event.target.value.trim();
              onChange(given.length > 1 ? { kind: "typed", name: given } : undefined);
            }}
            className="min-h-[48px] min-w-0 flex-1 border-2 border-ink bg-chalk px-3 placeholder:text-ink3"
          />
        </label>
      )}
    </div>
  );
}

/** Strokes as an SVG path, whole pixels: small, open, and drawable anywhere. */
function pathOf(
  strokes: readonly { readonly points: readonly { readonly x: number; readonly y: number }[] }[],
): string {
  return strokes
    .map((stroke) =>
      stroke.points.map((p, i) => `${i === 0 ? "M" : "L"}${Math.round(p.x)} ${Math.round(p.y)}`).join(""),
    )
    .join("");
}
