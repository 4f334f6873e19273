import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const api = `http://127.0.0.1:${process.env.API_PORT ?? "8640"}`;

export default defineConfig({
  // What elements say goes through the glossary, see src/words.
  plugins: [react({ jsxImportSource: "#words" }), tailwindcss()],
  // Fonts inlined as data: addresses would be refused by the content security policy.
  build: { assetsInlineLimit: 0 },
  server: { proxy: { "/api": { target: api, changeOrigin: true } } },
  test: { environment: "jsdom", include: ["tests/**/*.test.ts?(x)"] },
});
