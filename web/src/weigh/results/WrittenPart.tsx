import { useState } from "react";
import { Button } from "../../parts/Button";
import { Checkbox } from "../../parts/Checkbox";
import { lookups, plural } from "../../parts/format";
import { ProblemNote } from "../../parts/ProblemNote";
import { useSay } from "../../parts/toasts";
import { useChange } from "../../shared/useChange";
import { KeepWithPiece } from "./KeepWithPiece";
import { OneInFull } from "./OneInFull";
import { readFields } from "./queries";
import type { PageTold } from "./words";

/** What they write: the tags and phrases most of them use, brands and their own names apart, to be
 * ticked and taken; and each result's own fields. */
export function WrittenPart({
  told,
  projectId,
  onGather,
}: {
  told: PageTold;
  projectId: number;
  onGather: (text: string) => void;
}) {
  const read = useChange(projectId, () => readFields(projectId, told.row.id));
  if (!told.fields.length && !told.fields_price) return null;
  return (
    <section className="border-t border-hairline px-[18px] py-4">
      <div className="flex flex-wrap items-baseline gap-3 pb-2">
        <h2 className="text-sm font-semibold">Their wording</h2>
        {told.said_in && <p className="text-ink-2">{saidWords(told.said_in)}</p>}
      </div>
      {told.made && <p className="max-w-[860px] pb-2 text-ink-2">{madeWords(told.made)}</p>}
      {told.fields.length === 0 && (
        <p className="text-ink-2">
          Their descriptions and tags have not been fetched.{" "}
          <Button disabled={read.isPending} onClick={() => read.mutate(undefined)}>
            Fetch their wording, {lookups(told.fields_price)}
          </Button>
        </p>
      )}
      {read.error && <ProblemNote error={read.error} />}
      {told.used.length > 0 && <Used told={told} projectId={projectId} onGather={onGather} />}
      {told.fields.length > 0 && <Each told={told} projectId={projectId} onGather={onGather} />}
    </section>
  );
}

/** How exactly a result's other fields say the phrase. */
function fieldWords(written: PageTold["fields"][number]): string {
  const tags = written.tags.length
    ? `tags ${written.tag_wording}`
    : plural(written.headings.length, "heading");
  return `description ${written.description_wording}, ${tags}`;
}

function madeWords(made: NonNullable<PageTold["made"]>): string {
  const lacks = made.lacks.map((lack) => `${lack.of} could ${lowerFirst(lack.text)}`);
  return (
    `Content quality out of 100: ${made.least} to ${made.most}, typically ${made.typical}.` +
    (lacks.length ? ` ${lacks.join("; ")}.` : "")
  );
}

const lowerFirst = (text: string) =>
  `${text.charAt(0).toLowerCase()}${text.slice(1)}`.replace(/\.$/, "");

function saidWords(said: NonNullable<PageTold["said_in"]>): string {
  const of = `of ${plural(said.of, "result")}`;
  return (
    `${said.descriptions} ${of} say the phrase in the description, ${said.nearly} say half its ` +
    `words or more; ${said.tags} have it as a tag.`
  );
}

function Used({
  told,
  projectId,
  onGather,
}: {
  told: PageTold;
  projectId: number;
  onGather: (text: string) => void;
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const say = useSay();
  const apart = told.used.filter((phrase) => phrase.brand);
  const plain = told.used.filter((phrase) => !phrase.brand);
  const toggle = (text: string, on: boolean) =>
    setTicked((now) => new Set(on ? [...now, text] : [...now].filter((other) => other !== text)));
  const copy = async () => {
    await navigator.clipboard.writeText([...ticked].join("\n"));
    say(`${plural(ticked.size, "phrase")} copied, one per line.`);
  };
  const list = (phrases: PageTold["used"]) => (
    <ul className="grid grid-cols-4 gap-x-6 max-[700px]:grid-cols-2">
      {phrases.map((phrase) => (
        <li key={phrase.text} className="min-w-0">
          <label className="flex h-6 min-w-0 items-center gap-2">
            <Checkbox
              checked={ticked.has(phrase.text)}
              onChange={(on) => toggle(phrase.text, on)}
            />
            <span className="min-w-0 flex-1 truncate" title={phrase.text}>
              {phrase.text}
            </span>
            <span className="text-xs text-quiet">
              {phrase.used_by}
              {phrase.known ? "" : " · new"}
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 pb-2">
        <span className="text-xs text-quiet">Tags and phrases, by how many use each</span>
        <Button onClick={() => setTicked(new Set(plain.map((phrase) => phrase.text)))}>
          Select all without names
        </Button>
        {ticked.size > 0 && (
          <>
            <Button onClick={copy}>Copy {plural(ticked.size, "phrase")}</Button>
            <Button
              onClick={() => {
                onGather([...ticked].join("\n"));
                setTicked(new Set());
              }}
            >
              Gather {plural(ticked.size, "phrase")}
            </Button>
            <KeepWithPiece
              projectId={projectId}
              rowId={told.row.id}
              ticked={ticked}
              onDone={() => setTicked(new Set())}
            />
          </>
        )}
      </div>
      {list(plain)}
      {apart.length > 0 && (
        <>
          <h3 className="pt-2 text-xs text-quiet">With a brand or a publisher's name</h3>
          {list(apart)}
        </>
      )}
    </>
  );
}

function Each({
  told,
  projectId,
  onGather,
}: {
  told: PageTold;
  projectId: number;
  onGather: (text: string) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const results = new Map(told.results.map((result) => [result.address, result]));
  return (
    <div className="pt-3">
      <h3 className="pb-1 text-xs text-quiet">One result in full</h3>
      <ul>
        {told.fields.map((written) => {
          const result = results.get(written.address);
          return (
            <li key={written.address} className="border-t border-hairline py-1">
              <button
                type="button"
                aria-expanded={open === written.address}
                onClick={() => setOpen((now) => (now === written.address ? null : written.address))}
                className="flex w-full gap-3 text-left hover:underline"
              >
                <span className="w-6 text-right text-ink-2">{result?.position}</span>
                <span className="min-w-0 flex-1 truncate">{result?.title ?? written.address}</span>
                <span className="text-xs text-quiet">{fieldWords(written)}</span>
                <span className="w-[96px] text-right text-xs text-quiet">
                  made {written.score} of 100
                </span>
              </button>
              {open === written.address && (
                <OneInFull
                  written={written}
                  told={told}
                  projectId={projectId}
                  onGather={onGather}
                />
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
