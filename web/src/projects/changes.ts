/** What can be changed about accounts, projects and outlets. */
import { at } from "../api/at";
import { api, data, type Schemas } from "../api/client";

export const signIn = async (body: Schemas["CredentialsIn"]) =>
  data(await api.POST("/api/session", { body }));

export const signUp = async (body: Schemas["SignUpIn"]) =>
  data(await api.POST("/api/accounts", { body }));

export const invite = async () => data(await api.POST("/api/account/invitations"));

export const signOut = async () => data(await api.POST("/api/sign-out"));

export const changePassword = async (body: Schemas["PasswordChange"]) =>
  data(await api.POST("/api/account/password", { body }));

export const removeAccount = async (body: Schemas["PasswordIn"]) =>
  data(await api.POST("/api/account/remove", { body }));

export const removeProject = async (id: number, name: string) =>
  data(await api.POST("/api/projects/{project_id}/remove", { params: at(id), body: { name } }));

/** What a sentence says already: its language, and the places it names. Nothing is kept. */
export const readAbout = async (about: string) =>
  data(await api.POST("/api/about", { body: { about } }));

export const openSample = async () => data(await api.POST("/api/sample"));

export const createProject = async (body: Schemas["ProjectIn"]) =>
  data(await api.POST("/api/projects", { body }));

export const changeProject = async (id: number, body: Schemas["ProjectChange"]) =>
  data(await api.PUT("/api/projects/{project_id}", { params: at(id), body }));

export const changeLocale = async (id: number, body: Schemas["LocaleIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/locale", { params: at(id), body }));

export const addOutlet = async (id: number, body: Schemas["OutletIn"]) =>
  data(await api.POST("/api/projects/{project_id}/outlets", { params: at(id), body }));

export const changeOutlet = async (id: number, outletId: number, body: Schemas["OutletChange"]) =>
  data(
    await api.PUT("/api/projects/{project_id}/outlets/{outlet_id}", {
      params: at(id, { outlet_id: outletId }),
      body,
    }),
  );

export const removeOutlet = async (id: number, outletId: number, version: number) =>
  data(
    await api.DELETE("/api/projects/{project_id}/outlets/{outlet_id}", {
      params: { ...at(id, { outlet_id: outletId }), query: { version } },
    }),
  );

export const chooseOutlet = async (id: number, outletId: number) =>
  data(
    await api.POST("/api/projects/{project_id}/outlets/{outlet_id}/choose", {
      params: at(id, { outlet_id: outletId }),
    }),
  );

export const trustSources = async (id: number, body: Schemas["SourcesIn"]) =>
  data(await api.PUT("/api/projects/{project_id}/sources", { params: at(id), body }));
