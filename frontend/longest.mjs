/** Prints lines and name of the longest function or component of src, for the bench. */
import fs from "node:fs";
import path from "node:path";
import ts from "typescript";

const files = (folder) =>
  fs.readdirSync(folder, { recursive: true }).filter((name) => /(?<!\.d)\.tsx?$/.test(name));

let longest = [0, ""];
for (const name of files("src")) {
  const file = path.join("src", name);
  const source = ts.createSourceFile(file, fs.readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true);
  const line = (at) => source.getLineAndCharacterOfPosition(at).line;
  const visit = (node) => {
    if (ts.isFunctionLike(node)) {
      const lines = line(node.end) - line(node.getStart()) + 1;
      const called = node.name?.getText() ?? node.parent?.name?.getText() ?? "?";
      if (lines > longest[0]) longest = [lines, `${path.basename(name)}:${called}`];
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}
console.log(...longest);
