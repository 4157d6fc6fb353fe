/** The addresses of the page: /p/1/web/weigh?verdict=… holds the whole view, so that Back and
 * sent links work. */
import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  Outlet,
  redirect,
  retainSearchParams,
  stripSearchParams,
} from "@tanstack/react-router";
import * as z from "zod/mini";
import type { Channel } from "../api/client";
import { CLUSTER_DEFAULTS, clusterSearch } from "../cluster/search";
import {
  diarySearch,
  FOLLOW_DEFAULTS,
  followSearch,
  liveSearch,
  reportSearch,
} from "../follow/search";
import { GATHER_DEFAULTS, gatherSearch } from "../gather/search";
import { SkeletonPage } from "../parts/Skeleton";
import { RANKING_DEFAULTS, rankingSearch } from "../plan/ranking/search";
import { briefSearch, PLAN_DEFAULTS, planSearch } from "../plan/search";
import { CHANNELS } from "../shared/channels";
import { overviewQuery, projectQuery } from "../shared/queries";
import { id, maybe, orElse, text } from "../shared/shapes";
import { SHEET_DEFAULTS, sheetSearch, toQuery } from "../weigh/filters";
import { firstSheetPage } from "../weigh/queries";
import { resultsQuery } from "../weigh/results/queries";
import { RESULTS_DEFAULTS, resultsSearch } from "../weigh/results/search";
import { deskSearch, WRITE_DEFAULTS, writeSearch } from "../write/search";
import { LostPage } from "./LostPage";
import { ProjectShell } from "./ProjectShell";
import { serverState } from "./serverState";

const root = createRootRoute({ component: Outlet, notFoundComponent: LostPage });

const home = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: lazyRouteComponent(() => import("../projects/HomePage"), "HomePage"),
});
const signIn = createRoute({
  getParentRoute: () => root,
  path: "/sign-in",
  validateSearch: z.object({
    back: maybe(z.string()),
    invitation: maybe(z.string()),
  }),
  component: lazyRouteComponent(() => import("../projects/SignInPage"), "SignInPage"),
});
const account = createRoute({
  getParentRoute: () => root,
  path: "/account",
  component: lazyRouteComponent(() => import("../projects/AccountPage"), "AccountPage"),
});
const about = createRoute({
  getParentRoute: () => root,
  path: "/about",
  component: lazyRouteComponent(() => import("../projects/AboutPage"), "AboutPage"),
});
const newProject = createRoute({
  getParentRoute: () => root,
  path: "/projects/new",
  component: lazyRouteComponent(
    () => import("../projects/beginning/NewProjectPage"),
    "NewProjectPage",
  ),
});
const project = createRoute({
  getParentRoute: () => root,
  path: "/p/$projectId/$channel",
  validateSearch: z.object({
    locale: maybe(z.string().check(z.regex(/^[a-z]{2}-[A-Z]{2}$/))),
  }),
  search: { middlewares: [retainSearchParams(["locale"])] },
  beforeLoad: ({ params }) => {
    if (
      !CHANNELS.some((channel) => channel.id === params.channel) ||
      !/^\d+$/.test(params.projectId)
    )
      throw redirect({ to: "/" });
  },
  // Asked for while the page's own code is still on its way.
  loader: ({ params }) => {
    serverState.prefetchQuery(projectQuery(Number(params.projectId)));
    serverState.prefetchQuery(overviewQuery(Number(params.projectId)));
  },
  component: ProjectShell,
});
const projectHome = createRoute({
  getParentRoute: () => root,
  path: "/p/$projectId",
  beforeLoad: ({ params }) => {
    throw redirect({
      to: "/p/$projectId/$channel",
      params: { projectId: params.projectId, channel: "web" },
    });
  },
});
const upNext = createRoute({
  getParentRoute: () => project,
  path: "/",
  component: lazyRouteComponent(() => import("./UpNextPage"), "UpNextPage"),
});
const step = { getParentRoute: () => project };
const gather = createRoute({
  ...step,
  path: "gather",
  validateSearch: gatherSearch,
  search: { middlewares: [stripSearchParams(GATHER_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../gather/GatherPage"), "GatherPage"),
});
const weigh = createRoute({
  ...step,
  path: "weigh",
  validateSearch: sheetSearch,
  search: { middlewares: [stripSearchParams(SHEET_DEFAULTS)] },
  loaderDeps: ({ search }) => ({ search }),
  loader: ({ params, deps }) => {
    serverState.prefetchQuery(
      firstSheetPage(Number(params.projectId), toQuery(deps.search, params.channel as Channel)),
    );
  },
  component: lazyRouteComponent(() => import("../weigh/WeighPage"), "WeighPage"),
});
const compare = createRoute({
  ...step,
  path: "compare",
  validateSearch: z.object({
    ids: orElse(z.array(id).check(z.maxLength(6)), []),
  }),
  component: lazyRouteComponent(() => import("../weigh/ComparePage"), "ComparePage"),
});
const results = createRoute({
  ...step,
  path: "page",
  validateSearch: resultsSearch,
  search: { middlewares: [stripSearchParams(RESULTS_DEFAULTS)] },
  loaderDeps: ({ search }) => ({ search }),
  loader: ({ params, deps }) => {
    const { keyword } = deps.search;
    if (keyword)
      serverState.prefetchQuery(resultsQuery(Number(params.projectId), keyword, deps.search));
  },
  component: lazyRouteComponent(() => import("../weigh/results/ResultsPage"), "ResultsPage"),
});
const rivals = createRoute({
  ...step,
  path: "rivals",
  validateSearch: z.object({ publisher: maybe(text(250)) }),
  component: lazyRouteComponent(() => import("../weigh/results/RivalsPage"), "RivalsPage"),
});
const cluster = createRoute({
  ...step,
  path: "cluster",
  validateSearch: clusterSearch,
  search: { middlewares: [stripSearchParams(CLUSTER_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../cluster/ClusterPage"), "ClusterPage"),
});
const plan = createRoute({
  ...step,
  path: "plan",
  validateSearch: planSearch,
  search: { middlewares: [stripSearchParams(PLAN_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../plan/PlanPage"), "PlanPage"),
});
const grid = createRoute({
  ...step,
  path: "grid",
  validateSearch: z.object({ theme: maybe(id) }),
  component: lazyRouteComponent(() => import("../plan/grid/GridPage"), "GridPage"),
});
const brief = createRoute({
  ...step,
  path: "brief",
  validateSearch: briefSearch,
  component: lazyRouteComponent(() => import("../plan/BriefPage"), "BriefPage"),
});
const first = createRoute({
  ...step,
  path: "first",
  validateSearch: rankingSearch,
  search: { middlewares: [stripSearchParams(RANKING_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../plan/ranking/RankingPage"), "RankingPage"),
});
const write = createRoute({
  ...step,
  path: "write",
  validateSearch: writeSearch,
  search: { middlewares: [stripSearchParams(WRITE_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../write/WritePage"), "WritePage"),
});
const desk = createRoute({
  ...step,
  path: "write/desk",
  validateSearch: deskSearch,
  component: lazyRouteComponent(() => import("../write/DeskPage"), "DeskPage"),
});
const follow = createRoute({
  ...step,
  path: "follow",
  validateSearch: followSearch,
  search: { middlewares: [stripSearchParams(FOLLOW_DEFAULTS)] },
  component: lazyRouteComponent(() => import("../follow/FollowPage"), "FollowPage"),
});
const live = createRoute({
  ...step,
  path: "follow/piece",
  validateSearch: liveSearch,
  component: lazyRouteComponent(() => import("../follow/LivePage"), "LivePage"),
});
const diary = createRoute({
  ...step,
  path: "follow/diary",
  validateSearch: diarySearch,
  component: lazyRouteComponent(() => import("../follow/DiaryPage"), "DiaryPage"),
});
const report = createRoute({
  ...step,
  path: "follow/report",
  validateSearch: reportSearch,
  component: lazyRouteComponent(() => import("../follow/ReportPage"), "ReportPage"),
});
const ownReport = createRoute({
  ...step,
  path: "follow/own",
  component: lazyRouteComponent(() => import("../follow/OwnReportPage"), "OwnReportPage"),
});
const settings = createRoute({
  ...step,
  path: "settings",
  component: lazyRouteComponent(() => import("../projects/SettingsPage"), "SettingsPage"),
});

export const router = createRouter({
  routeTree: root.addChildren([
    home,
    signIn,
    account,
    about,
    newProject,
    projectHome,
    project.addChildren([
      upNext,
      gather,
      weigh,
      compare,
      results,
      rivals,
      cluster,
      plan,
      first,
      brief,
      grid,
      write,
      desk,
      follow,
      live,
      diary,
      report,
      ownReport,
      settings,
    ]),
  ]),
  defaultPreload: "intent",
  // A page whose code is still on its way is drawn in grey at once.
  defaultPendingMs: 60,
  defaultPendingMinMs: 0,
  defaultPendingComponent: SkeletonPage,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
