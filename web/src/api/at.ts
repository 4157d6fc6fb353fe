/** The part of an address that names a project, and things in it. */
export function at(projectId: number): { path: { project_id: number } };
export function at<T extends Record<string, number>>(
  projectId: number,
  things: T,
): { path: { project_id: number } & T };
export function at(projectId: number, things: Record<string, number> = {}) {
  return { path: { project_id: projectId, ...things } };
}
