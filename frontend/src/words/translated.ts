/** Puts what an element says through the glossary: its text and the attributes that are read out or shown. */
import { Fragment } from "react";
import { Link } from "react-router";
import { say } from "./say";

type Props = Record<string, unknown> & { children?: unknown };

const SPOKEN = ["title", "aria-label", "aria-valuetext", "placeholder", "alt", "heading"];

/** Fragments and components of packages: what they are given to say does not come past the runtime again. */
const FOREIGN = new Set<unknown>([Fragment, Link]);

/** Names more components of packages, where they are used: the first page does not wait for them. */
export function foreign(...components: unknown[]): void {
  for (const component of components) FOREIGN.add(component);
}

/** The props of an element of the page, translated; `translate="no"` marks what people wrote themselves. */
export function translated(type: unknown, props: Props): Props {
  if ((typeof type !== "string" && !FOREIGN.has(type)) || props.translate === "no") return props;
  let made: Props | null = null;
  const set = (name: string, value: unknown) => {
    if (value !== props[name]) (made ??= { ...props })[name] = value;
  };
  for (const name of SPOKEN) if (typeof props[name] === "string") set(name, say(props[name]));
  const { children } = props;
  if (typeof children === "string") set("children", say(children));
  else if (
    Array.isArray(children) &&
    children.some((child) => typeof child === "string" && say(child) !== child)
  )
    set(
      "children",
      children.map((child: unknown) => (typeof child === "string" ? say(child) : child)),
    );
  return made ?? props;
}
