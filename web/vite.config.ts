import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const server = `http://127.0.0.1:${process.env.MESOTINT_PORT ?? "8460"}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: { host: "127.0.0.1", proxy: { "/api": server, "/_allauth": server } },
  build: { chunkSizeWarningLimit: 800 },
  test: { environment: "jsdom", restoreMocks: true, setupFiles: "src/testing/jsdom.ts" },
});
