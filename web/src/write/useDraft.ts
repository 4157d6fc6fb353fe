import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { Problem } from "../api/client";
import { useSay } from "../parts/toasts";
import { type Fields, lookAt, saveDraft } from "./changes";
import {
  afterSave,
  baseAfterSave,
  type Clash,
  type Clashes,
  decided,
  editsOf,
  withClashes,
} from "./deskMath";
import type { Desk, Look } from "./queries";

/** A name for this window, to tell its saves from those of another. */
const WINDOW = Math.random().toString(36).slice(2);
const QUIET_MS = 500;
const LONGEST_MS = 1_000;
const RETRY_MS = 5_000;

type Kept = { base: Fields; fields: Fields; revision: number };
export type SaveState = "saved" | "waiting" | "saving" | "offline" | "refused" | "gone";

/** What one types on a desk: looked at with each key, kept in this browser at once and on the server
 * within a second; what another window changed is taken over, and where both changed the same
 * paragraph one decides. */
export function useDraft(projectId: number, desk: Desk) {
  const pieceId = desk.piece.id;
  const store = `bunraku.desk.${projectId}.${pieceId}`;
  const [start] = useState(() => begin(store, desk));
  const [fields, setFields] = useState<Fields>(start.fields);
  const [look, setLook] = useState<Look>(desk.look);
  const [saved, setSaved] = useState({ at: desk.draft.saved, versions: desk.versions });
  const [state, setState] = useState<SaveState>(start.restored ? "waiting" : "saved");
  const [clashes, setClashes] = useState<Clashes>({});
  const base = useRef<Fields>(start.base);
  const revision = useRef(start.revision);
  const now = useRef(fields);
  now.current = fields;
  const say = useSay();
  const told = useTold(desk);
  const cache = useQueryClient();

  const change = useCallback(
    (changed: Fields) => {
      const next = { ...now.current, ...changed };
      now.current = next;
      setFields(next);
      keep(store, { base: base.current, fields: next, revision: revision.current });
      setState((before) => (before === "gone" ? before : "waiting"));
    },
    [store],
  );

  useLooking(projectId, pieceId, fields, desk.look, start.restored, setLook);
  const anew = useRef(false);

  // Another window, or another person, wrote while nothing was typed here.
  useEffect(() => {
    const { fields: theirs, revision: latest } = desk.draft;
    if (latest <= revision.current) return;
    if (Object.keys(editsOf(base.current, now.current)).length) return;
    base.current = theirs;
    revision.current = latest;
    now.current = theirs;
    setFields(theirs);
    setSaved({ at: desk.draft.saved, versions: desk.versions });
  }, [desk]);

  const keepNow = useCallback(async () => {
    const sent = now.current;
    const edits = editsOf(base.current, sent);
    if (!Object.keys(edits).length) return setState("saved");
    const fresh = anew.current;
    anew.current = false;
    setState("saving");
    try {
      const out = await saveDraft(projectId, pieceId, edits, revision.current, fresh, WINDOW);
      const { fields: merged, taken } = afterSave(now.current, sent, out.others);
      base.current = baseAfterSave(now.current, sent, out.others);
      revision.current = out.revision;
      if (taken.length) {
        now.current = merged;
        setFields(merged);
        say(`Changed in another window and taken over: ${told(taken)}.`);
      }
      if (Object.keys(out.clashes).length) setClashes((open) => withClashes(open, out.clashes));
      setSaved({ at: out.saved, versions: out.versions });
      const left = Object.keys(editsOf(base.current, now.current)).length > 0;
      if (left) keep(store, { base: base.current, fields: now.current, revision: out.revision });
      else forget(store);
      setState(left ? "waiting" : "saved");
      cache.invalidateQueries({ queryKey: ["writing", projectId] });
    } catch (error) {
      anew.current ||= fresh;
      const status = error instanceof Problem ? error.status : 0;
      const refused = status >= 400 && status < 500;
      setState(status === 404 ? "gone" : refused ? "refused" : "offline");
      if (error instanceof Problem && refused && status !== 404) say(error.message, { bad: true });
    }
  }, [projectId, pieceId, store, say, told, cache]);

  // One save at a time: who asks while one is under way waits for it.
  const under = useRef<Promise<void>>(undefined);
  const save = useCallback(() => {
    under.current ??= keepNow().finally(() => {
      under.current = undefined;
    });
    return under.current;
  }, [keepNow]);
  /** Put fields in place of what stands there: what was typed is kept first, and stays a version of
   * its own. */
  const replace = useCallback(
    async (changed: Fields) => {
      await under.current;
      await save();
      anew.current = true;
      change(changed);
    },
    [save, change],
  );

  const waitingSince = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each key begins the wait again
  useEffect(() => {
    if (state !== "waiting" && state !== "offline") return;
    if (state === "waiting" && !waitingSince.current) waitingSince.current = Date.now();
    const left = LONGEST_MS - (Date.now() - waitingSince.current);
    const wait = state === "offline" ? RETRY_MS : Math.max(0, Math.min(QUIET_MS, left));
    const timer = setTimeout(() => {
      waitingSince.current = 0;
      // A save that is under way does not have what was typed since: another one follows it.
      (under.current ?? Promise.resolve()).then(save);
    }, wait);
    return () => clearTimeout(timer);
  }, [state, fields, save]);

  /** Decide about a paragraph that another window changed too. */
  const decide = useCallback(
    (field: string, clash: Clash, keep: "mine" | "theirs" | "both", gap: string) => {
      setClashes((open) => ({
        ...open,
        [field]: (open[field] ?? []).filter((one) => one !== clash),
      }));
      if (keep !== "mine") change({ [field]: decided(now.current[field] ?? "", clash, keep, gap) });
    },
    [change],
  );

  return { fields, look, change, replace, save, state, saved, clashes, decide };
}

/** Where one begins: from what the server has, or from what this browser kept that did not get
 * there. */
function begin(store: string, desk: Desk): Kept & { restored: boolean } {
  const { fields, revision } = desk.draft;
  const kept = read(store);
  if (!kept || !Object.keys(editsOf(kept.base, kept.fields)).length)
    return { base: fields, fields, revision, restored: false };
  // What the server has by now is merged when it is saved: from where this browser began.
  return { ...kept, restored: true };
}

function read(store: string): Kept | undefined {
  try {
    const text = localStorage.getItem(store);
    return text ? (JSON.parse(text) as Kept) : undefined;
  } catch {
    return undefined;
  }
}

function keep(store: string, kept: Kept): void {
  try {
    localStorage.setItem(store, JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing: the server still does, within a second.
  }
}

const forget = (store: string) => localStorage.removeItem(store);

/** Names of fields in a sentence. */
function useTold(desk: Desk) {
  const names = useRef(new Map<string, string>());
  names.current = new Map(desk.fields.map((field) => [field.id, field.name.toLowerCase()]));
  return useCallback(
    (ids: readonly string[]) => ids.map((id) => names.current.get(id) ?? id).join(", "),
    [],
  );
}

/** Fields looked at with every key: one question under way at a time, the latest asked next. */
function useLooking(
  projectId: number,
  pieceId: number,
  fields: Fields,
  first: Look,
  restored: boolean,
  setLook: (look: Look) => void,
) {
  const seen = useRef<Fields | undefined>(restored ? undefined : fields);
  const latest = useRef(fields);
  const busy = useRef(false);
  latest.current = fields;
  const over = useRef(new AbortController());
  useEffect(() => {
    const now = new AbortController();
    over.current = now;
    return () => now.abort();
  }, []);
  const ask = useRef(async () => {});
  ask.current = async () => {
    if (busy.current || seen.current === latest.current) return;
    busy.current = true;
    const asked = latest.current;
    try {
      setLook(await lookAt(projectId, pieceId, asked, over.current.signal));
    } catch {
      // Said where it is saved.
    }
    seen.current = asked;
    busy.current = false;
    if (!over.current.signal.aborted) ask.current();
  };
  const last = useRef(first);
  useEffect(() => {
    if (last.current === first) return;
    // Other phrases, limits or rules: what is typed is looked at anew.
    last.current = first;
    seen.current = undefined;
    ask.current();
  }, [first]);
  useEffect(() => {
    if (fields) ask.current();
  }, [fields]);
}
