import "./globals.css";
import type { Metadata, Viewport } from "next";
import { KeptApp } from "@/screens/chrome/kept-app";
import { Words } from "@/screens/chrome/words";
import { OutboxStrip } from "@/screens/outbox/outbox-strip";
import { displayChoice } from "@/server/http/display";
import { letters } from "./fonts";
import { frameMessages } from "./messages";

export const metadata: Metadata = {
  title: { default: "Rook Step", template: "%s · Rook Step" },
  description: "Pre-use inspection of aerial lifts",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const { language, theme, gloves, hand, text } = await displayChoice();
  return (
    <html
      className={letters}
      lang={language}
      data-theme={theme}
      data-gloves={gloves}
      data-hand={hand}
      data-text={text}
    >
      <body>
        <Words given={{ language, messages: frameMessages(language) }}>
          <KeptApp />
          <OutboxStrip />
          {children}
        </Words>
      </body>
    </html>
  );
}
