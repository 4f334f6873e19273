/** Which folder may import which: no circles, and nothing imports what stands above it. */
const below = ["api", "units", "words", "table"];
const shared = ["rack", "commands", "parts", "keeping"];
const named = (folders) => `^src/(${folders.join("|")})/`;

module.exports = {
  forbidden: [
    {
      name: "no-circle-of-files",
      comment: "Two files that need each other are one, or have a third below them.",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    {
      name: "no-circle-of-folders",
      comment: "What two screens share has a folder of its own below them.",
      severity: "error",
      scope: "folder",
      from: {},
      to: { circular: true },
    },
    {
      name: "ground-imports-ground",
      comment: "api, units, words and table know nothing of racks, parts and screens.",
      severity: "error",
      from: { path: named(below) },
      to: { path: "^src/", pathNot: named(below) },
    },
    {
      name: "shared-imports-no-screen",
      comment: "rack, commands, parts and keeping stand below the screens.",
      severity: "error",
      from: { path: named(shared) },
      to: { path: "^src/", pathNot: named([...below, ...shared]) },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
  },
};
