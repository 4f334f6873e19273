import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { compression, defineAlgorithm } from "vite-plugin-compression2";
import { defineConfig } from "vitest/config";

const api = `http://127.0.0.1:${process.env.API_PORT ?? "8640"}`;

export default defineConfig({
  // What elements say goes through the glossary, see src/words.
  // Files are compressed once, here, and served as they are (web/serving/files_out.py); `manifest` says
  // which file each source became, see web/serving/pages.py.
  plugins: [
    react({ jsxImportSource: "#words" }),
    tailwindcss(),
    compression({
      include: /\.(js|css|svg)$/,
      threshold: 500,
      algorithms: [defineAlgorithm("gzip", { level: 9 }), defineAlgorithm("brotliCompress")],
    }),
  ],
  // Fonts inlined as data: addresses would be refused by the content security policy.
  build: {
    assetsInlineLimit: 0,
    manifest: true,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: "base", priority: 2, test: /node_modules\/(react|react-dom|scheduler|react-router)\// },
            // One chunk of what screens share is smaller than many.
            {
              name: "shared",
              minShareCount: 2,
              test: /\/src\/(parts|units|table|rack|words|story|api|chart)\//,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": { target: api, changeOrigin: false } } },
  test: { environment: "jsdom", include: ["tests/**/*.test.ts?(x)"] },
});
