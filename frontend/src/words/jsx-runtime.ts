/** React's JSX runtime with the glossary in front of it. */
import * as react from "react/jsx-runtime";
import { translated } from "./translated";

export { Fragment, type JSX } from "react/jsx-runtime";
export const jsx: typeof react.jsx = (type, props, key) =>
  react.jsx(type, translated(type, props as never), key);
export const jsxs: typeof react.jsxs = (type, props, key) =>
  react.jsxs(type, translated(type, props as never), key);
