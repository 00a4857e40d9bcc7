import { readFileSync } from "node:fs";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import type { Plugin } from "vite";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

const server = `http://127.0.0.1:${process.env.MESOTINT_PORT ?? "8460"}`;

/** The licences of the font and of what works offline, which are not told with the scripts. */
const otherNotices: Plugin = {
  name: "other-notices",
  generateBundle() {
    for (const [what, where] of [
      ["font", "@fontsource/alegreya-sans"],
      ["worker", "workbox-core"],
    ]) {
      const source = readFileSync(`node_modules/${where}/LICENSE`);
      this.emitFile({ type: "asset", fileName: `notices-${what}.txt`, source });
    }
  },
};

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    otherNotices,
    VitePWA({
      registerType: "autoUpdate",
      // src/app/main.tsx does it, when the first view is there.
      injectRegister: null,
      manifest: {
        name: "Mesotint",
        short_name: "Mesotint",
        description: "Mute a paint with its partner, and mix it by measured parts.",
        start_url: "/",
        display: "standalone",
        background_color: "#797979",
        theme_color: "#2a2a2a",
        icons: [
          { src: "/icon-192.png", sizes: "192x192", type: "image/png" },
          { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "any" },
          { src: "/icon-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
        ],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,svg,woff2,png}"],
        navigateFallback: "/index.html",
        // What is no page of the interface goes to the server, and fails where there is none.
        navigateFallbackDenylist: [
          /^\/(api|_allauth|healthz|readyz|metrics|notices)/,
          /^\/trust\/./,
        ],
      },
    }),
  ],
  server: { host: "127.0.0.1", proxy: { "/api": server, "/_allauth": server } },
  build: {
    chunkSizeWarningLimit: 800,
    license: { fileName: "notices.md" },
    rolldownOptions: {
      output: {
        // All that the first view needs is one file: on a slow phone thirty cost a third of a second.
        advancedChunks: { groups: [{ name: "first", test: /src\/app\/main\.tsx$/ }] },
      },
    },
  },
  test: { environment: "jsdom", restoreMocks: true, setupFiles: "src/testing/jsdom.ts" },
});
