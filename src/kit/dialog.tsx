"use client";
import * as Radix from "@radix-ui/react-dialog";

/** A sheet that slides over the work: from below on a phone, centred on a tablet. Escape and the back button close it. */
export function Dialog({
  open,
  onClose,
  title,
  children,
  wide,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: React.ReactNode;
  wide?: "wide";
}) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Radix.Content
          aria-describedby={undefined}
          className={`fixed inset-x-0 bottom-0 z-50 max-h-[94dvh] overflow-y-auto border-t-[3px] border-ink bg-chalk p-5 md:inset-auto md:top-1/2 md:left-1/2 md:-translate-x-1/2 md:-translate-y-1/2 md:border-[3px] md:p-6 ${wide ? "md:max-w-[860px]" : "md:max-w-[620px]"} md:w-[94vw]`}
        >
          <Radix.Title className="text-[26px] leading-tight font-bold">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
