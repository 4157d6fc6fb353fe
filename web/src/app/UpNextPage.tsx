import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { at } from "../api/at";
import { api, type Channel, data, type Schemas } from "../api/client";
import { buttonLook } from "../parts/Button";
import { day, plural } from "../parts/format";
import { JobLine } from "../parts/JobLine";
import { PageHead } from "../parts/PageHead";
import { ProblemNote } from "../parts/ProblemNote";
import { SkeletonLines } from "../parts/Skeleton";
import { channelName, usePlace } from "../shared/channels";
import { useOwnFiles, useProject } from "../shared/queries";
import { blockOf, dueWords, NO_BEST } from "./upNextWords";

type UpNext = Schemas["UpNextOut"];

/** Up next: what runs, what is due, the few best things to do now, and what stands in the way. */
export function UpNextPage() {
  const { projectId, channel } = usePlace();
  const project = useProject(projectId).data;
  const ownFiles = useOwnFiles(projectId);
  const found = useQuery({
    queryKey: ["up next", projectId],
    queryFn: async () =>
      data(await api.GET("/api/projects/{project_id}/up-next", { params: at(projectId) })),
  });
  const told = found.data;
  return (
    <main className="flex min-w-0 flex-1 flex-col overflow-auto">
      <div className="px-[18px] pb-3">
        <PageHead title="Up next" about={project?.about ?? ""} />
      </div>
      {found.error && (
        <div className="px-[18px]">
          <ProblemNote error={found.error} />
        </div>
      )}
      {!told && !found.error && <UpNextWaiting />}
      {told && (
        <div className={TWO}>
          <div>
            <Best told={told} at={{ projectId: String(projectId), channel }} />
            <Due told={told} at={{ projectId: String(projectId), channel }} />
          </div>
          <div>
            {told.jobs.length > 0 && (
              <Part title="Running">
                {told.jobs.map((job) => (
                  <JobLine key={job.id} job={job} projectId={projectId} />
                ))}
              </Part>
            )}
            <Back told={told} at={{ projectId: String(projectId), channel }} />
            <Part title="To do">
              {!told.in_the_way.length && (
                <p className="text-ink-2">Nothing: every keyword is measured and clustered.</p>
              )}
              <ul>
                {told.in_the_way.map((blocked) => {
                  const { words, button, step, own } = blockOf(blocked, ownFiles);
                  return (
                    <li
                      key={blocked.what + blocked.channel}
                      className="flex items-center justify-between gap-4 border-t border-hairline
                        py-2 first:border-t-0"
                    >
                      <span>{words}</span>
                      <Link
                        to={`/p/$projectId/$channel/${step}`}
                        params={{
                          projectId: String(projectId),
                          channel: (blocked.channel || channel) as Channel,
                        }}
                        search={own ? { own } : {}}
                        className={buttonLook("plain")}
                      >
                        {button}
                      </Link>
                    </li>
                  );
                })}
              </ul>
            </Part>
          </div>
        </div>
      )}
    </main>
  );
}

const TWO =
  "grid flex-1 grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] gap-x-10 border-t border-hairline " +
  "bg-sheet px-[18px] py-2 max-[900px]:grid-cols-1";

function UpNextWaiting() {
  return (
    <div className={TWO}>
      <Part title="Best clusters not yet planned">
        <SkeletonLines lines={5} two />
      </Part>
      <Part title="To do">
        <SkeletonLines lines={4} />
      </Part>
    </div>
  );
}

type At = { projectId: string; channel: Channel };

function Best({ told, at }: { told: UpNext; at: At }) {
  const clustered = told.best.some((best) => best.cluster !== null);
  return (
    <Part
      title={clustered ? "Best clusters not yet planned" : "Best keywords"}
      aside={
        clustered ? (
          <Link
            to="/p/$projectId/$channel/cluster"
            params={at}
            className="underline underline-offset-2 hover:text-ink"
          >
            all clusters
          </Link>
        ) : undefined
      }
    >
      {!told.best.length && (
        <p className="text-ink-2">{told.why_no_best && NO_BEST[told.why_no_best]}</p>
      )}
      <ol>
        {told.best.map((best, i) => (
          <li
            key={best.text + best.channel}
            className="grid grid-cols-[22px_1fr] border-t border-hairline py-2 first:border-t-0"
          >
            <span className="font-serif text-lg text-quiet">{i + 1}</span>
            <span className="min-w-0">
              <Link
                to={`/p/$projectId/$channel/${best.cluster === null ? "weigh" : "cluster"}`}
                params={{ ...at, channel: best.channel as Channel }}
                search={
                  best.cluster === null ? { row: best.row ?? undefined } : { cluster: best.cluster }
                }
                className="text-base font-semibold hover:underline"
              >
                {best.text}
              </Link>
              <span className="block text-ink-2">
                {best.why}
                {best.channel !== at.channel && `, on ${channelName(best.channel).toLowerCase()}`}
                {best.also.length > 0 &&
                  `, also on ${best.also.map((one) => channelName(one).toLowerCase()).join(" and ")}`}
                .
              </span>
            </span>
          </li>
        ))}
      </ol>
    </Part>
  );
}

/** Changes to look back at, and live pieces to look at. */
function Back({ told, at }: { told: UpNext; at: At }) {
  if (!told.backs && !told.to_look_at) return null;
  return (
    <Part
      title="To review"
      aside={
        told.backs > told.back.length ? (
          <Link
            to="/p/$projectId/$channel/follow/diary"
            params={at}
            search={{ due: true }}
            className="underline underline-offset-2 hover:text-ink"
          >
            all {told.backs}
          </Link>
        ) : undefined
      }
    >
      <ul>
        {told.back.map((back) => (
          <li key={back.id} className="border-t border-hairline py-2 first:border-t-0">
            <Link
              to="/p/$projectId/$channel/follow/piece"
              params={at}
              search={{ live: back.live ?? undefined }}
              className="text-base font-semibold hover:underline"
            >
              {back.title}
            </Link>
            <span className="block text-ink-2">
              Changed on {day(back.day)}. {back.sentence}
            </span>
          </li>
        ))}
        {told.to_look_at > 0 && (
          <li
            className="flex items-center justify-between gap-4 border-t border-hairline py-2
              first:border-t-0"
          >
            <span>{plural(told.to_look_at, "published piece")} due a rank check.</span>
            <Link
              to="/p/$projectId/$channel/follow"
              params={at}
              search={{ order: "due", which: "due" }}
              className={buttonLook("plain")}
            >
              Show them
            </Link>
          </li>
        )}
      </ul>
    </Part>
  );
}

function Due({ told, at }: { told: UpNext; at: At }) {
  return (
    <Part title="Due">
      {!told.due.length && (
        <p className="text-ink-2">
          {told.pieces ? "No piece is due in the next six weeks." : "Nothing is planned yet."}
        </p>
      )}
      <ul>
        {told.due.map((due) => (
          <li
            key={due.piece}
            className="flex items-baseline justify-between gap-4 border-t border-hairline py-2
              first:border-t-0"
          >
            <Link
              to="/p/$projectId/$channel/plan"
              params={at}
              search={{ piece: due.piece }}
              className="min-w-0 font-semibold hover:underline"
            >
              {due.title}
            </Link>
            <span
              className={`whitespace-nowrap ${due.late_for ? "text-persimmon-text" : "text-ink-2"}`}
            >
              {dueWords(due)}
            </span>
          </li>
        ))}
      </ul>
    </Part>
  );
}

function Part({
  title,
  aside,
  children,
}: {
  title: string;
  aside?: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section aria-label={title} className="py-4">
      <h2 className="flex items-baseline justify-between pb-1 text-lg">
        {title}
        {aside && <span className="font-sans text-xs font-normal text-quiet">{aside}</span>}
      </h2>
      {children}
    </section>
  );
}
