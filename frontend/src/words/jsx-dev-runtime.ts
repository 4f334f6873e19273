/** React's JSX runtime for development with the glossary in front of it. */
import * as react from "react/jsx-dev-runtime";
import { translated } from "./translated";

export { Fragment, type JSX } from "react/jsx-dev-runtime";
export const jsxDEV: typeof react.jsxDEV = (type, props, ...rest) =>
  react.jsxDEV(type, translated(type, props as never), ...rest);
