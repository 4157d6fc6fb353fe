/** Which step a page belongs to, and what each page is called. */
const OF_PAGE: Readonly<Record<string, string>> = {
  "": "up-next",
  settings: "up-next",
  compare: "weigh",
  page: "weigh",
  rivals: "weigh",
  grid: "cluster",
  first: "cluster",
  brief: "plan",
};

const NAMES: Readonly<Record<string, string>> = {
  "": "Up next",
  gather: "Gather",
  weigh: "Weigh",
  compare: "Compare",
  page: "Results page",
  rivals: "Competitors",
  cluster: "Cluster",
  grid: "Combinations",
  first: "Order of work",
  plan: "Plan",
  brief: "Brief",
  write: "Write",
  "write/desk": "Editor",
  follow: "Follow",
  "follow/piece": "Published piece",
  "follow/diary": "Diary",
  "follow/report": "Monthly report",
  "follow/own": "Search performance",
  settings: "Project and outlets",
};

const pageOf = (pathname: string): string =>
  pathname.split("/").slice(4).join("/").replace(/\/$/, "");

export function stepOf(pathname: string): string {
  const page = pageOf(pathname).split("/")[0] ?? "";
  return OF_PAGE[page] ?? page;
}

/** The page's name, for the browser's tab. */
export const pageName = (pathname: string): string => NAMES[pageOf(pathname)] ?? "";
