import { readFileSync } from "node:fs";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";

const server = `http://127.0.0.1:${process.env.MESOTINT_PORT ?? "8460"}`;

/** The licence of the font, which comes in by way of a style and is not told with the scripts. */
const fontNotice: Plugin = {
  name: "font-notice",
  generateBundle() {
    const source = readFileSync("node_modules/@fontsource/alegreya-sans/LICENSE");
    this.emitFile({ type: "asset", fileName: "notices-font.txt", source });
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), fontNotice],
  server: { host: "127.0.0.1", proxy: { "/api": server, "/_allauth": server } },
  build: { chunkSizeWarningLimit: 800, license: { fileName: "notices.md" } },
  test: { environment: "jsdom", restoreMocks: true, setupFiles: "src/testing/jsdom.ts" },
});
