import type { ButtonHTMLAttributes } from "react";

type Look = "plain" | "go" | "tag" | "asleep" | "small";

const looks: Readonly<Record<Look, string>> = {
  plain: "min-h-[60px] px-5 text-[19px] font-bold border-[2.5px] border-ink bg-chalk text-ink",
  go: "min-h-[60px] px-5 text-[19px] font-bold border-[2.5px] border-brass bg-brass text-brassink",
  tag: "min-h-[48px] px-4 font-bold border-[2.5px] border-tag bg-chalk text-tag",
  asleep:
    "min-h-[60px] px-5 text-[19px] font-bold border-[2.5px] border-dashed border-ink3 bg-transparent text-ink3",
  small: "min-h-[48px] min-w-[60px] px-3.5 font-semibold border-2 border-ink bg-chalk text-ink",
};

/** Classes of a button's look, for links that act like one. */
export const buttonLook = (look: Look): string =>
  `inline-flex items-center justify-center gap-3 text-center leading-tight disabled:opacity-60 ${looks[look]}`;

/** A button large enough for gloves. `asleep` is a forward button that waits for something still open. */
export function Button({
  look = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
  return <button type="button" className={`${buttonLook(look)} ${className}`} {...rest} />;
}

/** The key that does the same, shown beside the words. */
export function Key({ children }: { children: string }) {
  return (
    <kbd className="hidden border-[1.5px] border-current px-1.5 text-[15px] font-medium md:inline">
      {children}
    </kbd>
  );
}
