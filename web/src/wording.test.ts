import ts from "typescript";
import { describe, expect, it } from "vitest";

/** Words that visible text does not use, what to write instead, and what may stay, with why. */
type Rules = {
  words: { word: string; instead: string }[];
  allowed: { text: string; why: string }[];
};

const FILES: Record<string, string> = import.meta.glob("./**/*.{ts,tsx}", {
  query: "?raw",
  import: "default",
  eager: true,
});
const [RULES]: Rules[] = Object.values(
  import.meta.glob("../../tools/words_not_used.json", { import: "default", eager: true }),
);
/** Attributes whose value nobody sees. */
const UNSEEN = /^(className|id|name|type|href|to|key|rel|role|htmlFor|d|viewBox|fill|stroke)$/;

/** Texts of a module that may be seen, with their lines: of JSX, and strings with a blank or a
 * capital; what is put into them in braces. */
function texts(path: string, code: string): { line: number; text: string }[] {
  const kind = path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(path, code, ts.ScriptTarget.Latest, false, kind);
  const out: { line: number; text: string }[] = [];
  const add = (node: ts.Node, text: string) => {
    const plain = text.replace(/\s+/g, " ").trim();
    const { line } = source.getLineAndCharacterOfPosition(node.getStart(source));
    if (/[a-z]/i.test(plain)) out.push({ line: line + 1, text: plain });
  };
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && UNSEEN.test(node.name.getText(source))) return;
    if (ts.isJsxText(node)) add(node, node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (/[A-Za-z] [A-Za-z]|^[A-Z]/.test(node.text)) add(node, node.text);
    } else if (ts.isTemplateExpression(node)) {
      add(
        node,
        node.head.text + node.templateSpans.map((span) => `{}${span.literal.text}`).join(""),
      );
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

describe("Visible text", () => {
  it("uses the words of the glossary", { timeout: 60_000 }, () => {
    const words = RULES?.words.map((rule) => ({ ...rule, at: new RegExp(rule.word, "i") })) ?? [];
    const allowed = RULES?.allowed.map((rule) => new RegExp(rule.text)) ?? [];
    expect(words.length).toBeGreaterThan(20);
    const wrong = Object.entries(FILES)
      .filter(([path]) => !/test\.|schema\.d/.test(path))
      .flatMap(([path, code]) =>
        texts(path, code)
          .filter(({ text }) => !allowed.some((may) => may.test(text)))
          .flatMap(({ line, text }) =>
            words
              .filter((word) => word.at.test(text))
              .map((word) => `${path}:${line}: ${text} (say: ${word.instead})`),
          ),
      );
    expect(wrong).toEqual([]);
  });
});
