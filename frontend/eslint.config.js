import jsxA11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.recommended,
  jsxA11y.flatConfigs.recommended,
  hooks.configs.flat["recommended-latest"],
  {
    rules: {
      "@typescript-eslint/no-non-null-assertion": "error",
      // The drawing surface takes pointer events; every action on it has a key and a labelled control.
      "jsx-a11y/no-static-element-interactions": "off",
      "jsx-a11y/click-events-have-key-events": "off",
    },
  },
);
