import { useEffect, useMemo, useRef } from "react";
import type { Schemas } from "../api/client";
import { Empty } from "../parts/Empty";
import { plural } from "../parts/format";
import { SkeletonLines } from "../parts/Skeleton";
import { StepLink } from "../parts/StepLink";
import { fill, monthBeside, monthsOf, type Plan } from "./planMath";
import { useCalendar } from "./queries";
import { monthOf } from "./timing";
import { STATES } from "./workWords";

type Line = Schemas["CalendarPieceOut"];
const DRAGGED = "application/x-bunraku-piece";

/** The plan month by month: what is made in each, what is due on which day, how full it is. A piece
 * is dragged into another month, or goes there by the arrow keys. */
export function PlanCalendar({
  projectId,
  plan,
  outlet,
  openId,
  onOpen,
  onPlace,
}: {
  projectId: number;
  plan: Plan;
  outlet: number | undefined;
  openId: number | undefined;
  onOpen: (id: number | undefined) => void;
  onPlace: (piece: Line, month: string) => void;
}) {
  const found = useCalendar(projectId).data;
  const lines = useMemo(
    () => (found ?? []).filter((line) => outlet === undefined || (line.outlet_id ?? 0) === outlet),
    [found, outlet],
  );
  // Whoever moves a piece by key goes with it, into the list of another month.
  const moved = useRef<number | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once it stands there
  useEffect(() => {
    if (moved.current !== null) document.getElementById(`entry-${moved.current}`)?.focus();
    moved.current = null;
  }, [found]);
  if (!found)
    return (
      <section
        aria-label="The plan as a calendar"
        className="grid min-h-0 flex-1 grid-cols-[repeat(auto-fill,minmax(230px,1fr))] content-start
          gap-x-5 gap-y-6 overflow-hidden border-t border-hairline bg-sheet p-[18px]"
      >
        {plan.months.map((month) => (
          <SkeletonLines key={month.month} lines={3} two />
        ))}
      </section>
    );
  const months = monthsOf(plan);
  const step = (line: Line, by: number) => {
    const month = monthBeside(months, line.month, by);
    if (!month || month === line.month) return;
    moved.current = line.id;
    onPlace(line, month);
  };
  const unplaced = lines.filter((line) => !line.month);
  return (
    <section
      aria-label="The plan as a calendar"
      className="min-h-0 flex-1 overflow-auto border-t border-hairline bg-sheet p-[18px]"
    >
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-x-5 gap-y-6">
        {plan.months.map((month) => (
          <Month
            key={month.month}
            month={month}
            lines={lines.filter((line) => line.month === month.month)}
            openId={openId}
            onOpen={onOpen}
            onStep={step}
            onDrop={(id) => {
              const line = lines.find((one) => one.id === id);
              if (line && line.month !== month.month) onPlace(line, month.month);
            }}
          />
        ))}
      </ol>
      {unplaced.length > 0 && (
        <>
          <h2 className="pt-6 pb-1 font-semibold">Without a month, {unplaced.length}</h2>
          <ul className="columns-[230px] gap-x-5">
            {unplaced.map((line) => (
              <Entry
                key={line.id}
                line={line}
                open={line.id === openId}
                onOpen={onOpen}
                onStep={(by) => step(line, by)}
              />
            ))}
          </ul>
        </>
      )}
      {!lines.length && (
        <Empty
          title="Nothing planned for this outlet"
          action={<StepLink to="plan">Show all outlets</StepLink>}
        >
          All pieces of the plan are for other outlets.
        </Empty>
      )}
    </section>
  );
}

function Month({
  month,
  lines,
  openId,
  onOpen,
  onStep,
  onDrop,
}: {
  month: Plan["months"][number];
  lines: readonly Line[];
  openId: number | undefined;
  onOpen: (id: number | undefined) => void;
  onStep: (line: Line, by: number) => void;
  onDrop: (id: number) => void;
}) {
  const { share, over } = fill(month.hours, month.to_spend);
  const inOrder = [...lines].sort((a, b) => (a.due ?? "9").localeCompare(b.due ?? "9"));
  return (
    <li
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        onDrop(Number(event.dataTransfer.getData(DRAGGED)));
      }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-base">{monthOf(month.month)}</h2>
        <span className={`text-xs ${over ? "font-semibold text-persimmon-text" : "text-quiet"}`}>
          {+month.hours.toFixed(1)} of {plural(+month.to_spend.toFixed(1), "hour")}
          {over && ", too many"}
        </span>
      </div>
      <span className="mt-1 mb-1 block h-[4px] bg-trough">
        <span
          className={`block h-full ${over ? "bg-persimmon" : "bg-pine"}`}
          style={{ width: `${100 * share}%` }}
        />
      </span>
      {month.people.map((one) => (
        <p
          key={one.name}
          className={`text-2xs ${one.hours > one.to_spend + 1e-9 ? "font-semibold text-persimmon-text" : "text-quiet"}`}
        >
          {one.name}: {+one.hours.toFixed(1)} of {plural(+one.to_spend.toFixed(1), "hour")}
        </p>
      ))}
      <ul>
        {inOrder.map((line) => (
          <Entry
            key={line.id}
            line={line}
            open={line.id === openId}
            onOpen={onOpen}
            onStep={(by) => onStep(line, by)}
          />
        ))}
      </ul>
      {!lines.length && (
        <p className="py-1 text-quiet">{month.to_spend > 0 ? "Free" : "No hours this month"}</p>
      )}
    </li>
  );
}

function Entry({
  line,
  open,
  onOpen,
  onStep,
}: {
  line: Line;
  open: boolean;
  onOpen: (id: number | undefined) => void;
  onStep: (by: number) => void;
}) {
  const told = [
    line.due && `due on ${Number(line.due.slice(8))}`,
    line.state !== "idea" && STATES[line.state],
    line.maker,
    line.pinned && line.month && "pinned",
    line.kind_name,
    plural(+line.hours.toFixed(1), "hour"),
  ].filter(Boolean);
  return (
    <li
      draggable={line.state === "idea" || line.state === "agreed"}
      onDragStart={(event) => event.dataTransfer.setData(DRAGGED, String(line.id))}
      className="break-inside-avoid"
    >
      <button
        type="button"
        id={`entry-${line.id}`}
        aria-pressed={open}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
          if (!by) return;
          event.preventDefault();
          event.stopPropagation();
          onStep(by);
        }}
        title={line.title}
        onClick={() => onOpen(open ? undefined : line.id)}
        className={`w-full border-b border-hairline py-[3px] text-left
          ${open ? "bg-persimmon-wash" : "hover:bg-paper"}`}
      >
        <span className="block truncate font-semibold">{line.title}</span>
        <span className="block truncate text-2xs text-quiet">{told.join(" · ")}</span>
      </button>
    </li>
  );
}
