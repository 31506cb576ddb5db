import type { NextConfig } from "next";
import createNextIntlPlugin from "next-intl/plugin";

const withMessages = createNextIntlPlugin("./src/app/messages.ts");

const securityHeaders = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "X-Frame-Options", value: "DENY" },
  { key: "Referrer-Policy", value: "same-origin" },
  { key: "Permissions-Policy", value: "camera=(self), microphone=(), geolocation=()" },
];

const config: NextConfig = {
  poweredByHeader: false,
  // The door packs what goes out, once it has looked through it.
  compress: false,
  reactStrictMode: true,
  serverExternalPackages: ["pg", "pino", "@react-pdf/renderer", "sharp"],
  // Types are checked once, by `npm run check` and `npm test`; a build of the same sources need not do it again.
  typescript: { ignoreBuildErrors: true },
  distDir: process.env.ROOK_STEP_DIST ?? ".next",
  // One page opens every walk, so that a device can keep it.
  rewrites: async () => [{ source: "/inspect/:id", destination: "/inspect" }],
  headers: async () => [{ source: "/:path*", headers: securityHeaders }],
};

export default withMessages(config);
