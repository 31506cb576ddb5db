import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { NextIntlClientProvider } from "next-intl";
import { KeptApp } from "@/screens/chrome/kept-app";
import { OutboxStrip } from "@/screens/outbox/outbox-strip";
import { displayChoice } from "@/server/http/page";
import { frameMessages } from "./messages";

export const metadata: Metadata = {
  title: { default: "Rook Step", template: "%s · Rook Step" },
  description: "Pre-use inspection of aerial lifts",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const { theme } = await displayChoice();
  return (
    <html lang="en" data-theme={theme}>
      <body>
        <NextIntlClientProvider messages={frameMessages()}>
          <KeptApp />
          <OutboxStrip />
          {children}
        </NextIntlClientProvider>
      </body>
    </html>
  );
}
