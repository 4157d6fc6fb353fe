import { useMutation } from "@tanstack/react-query";
import { Navigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Problem, Schemas } from "../api/client";
import { Awaited } from "../parts/Awaited";
import { Button } from "../parts/Button";
import { LineField } from "../parts/Field";
import { plural } from "../parts/format";
import { ProblemNote } from "../parts/ProblemNote";
import { useProjects, useSession } from "../shared/queries";
import { changePassword, invite, removeAccount } from "./changes";
import { PasswordField, STRONG } from "./PasswordField";
import { PlainPage } from "./PlainPage";

/** One's own account: another password, or leaving. */
export function AccountPage() {
  const session = useSession();
  if (session.data && !session.data.name) return <Navigate to="/sign-in" />;
  return (
    <PlainPage title={session.data ? `Account of ${session.data.name}` : "Account"}>
      <Awaited of={session}>
        {({ has_password, sign_up }) =>
          has_password ? (
            <>
              {sign_up === "invited" && <Inviting />}
              <AnotherPassword />
              <Leaving />
            </>
          ) : (
            <p>The demo signs in automatically. It has no password and cannot be deleted.</p>
          )
        }
      </Awaited>
    </PlainPage>
  );
}

function Inviting() {
  const made = useMutation<Schemas["InvitationOut"], Problem, void>({ mutationFn: invite });
  const link = made.data && `${location.origin}/sign-in?invitation=${made.data.code}`;
  return (
    <section className="mb-6 flex flex-col gap-3 border-b border-hairline pb-6">
      <h2 className="text-lg">Invite someone</h2>
      <p className="text-ink-2">
        An account is created here by invitation. Anyone who opens the link can create one.
      </p>
      {made.error && <ProblemNote error={made.error} />}
      {link && made.data && (
        <div className="max-w-[560px]">
          <LineField
            label="Invitation link"
            hint={`It works once, for ${plural(made.data.days, "day")}. It is not shown again.`}
            readOnly
            value={link}
            onText={() => undefined}
            onFocus={(event) => event.currentTarget.select()}
          />
        </div>
      )}
      <div className="flex gap-3">
        <Button onClick={() => made.mutate()} disabled={made.isPending}>
          {link ? "Create another link" : "Create an invitation link"}
        </Button>
        {link && <Button onClick={() => navigator.clipboard.writeText(link)}>Copy link</Button>}
      </div>
    </section>
  );
}

function AnotherPassword() {
  const [given, setGiven] = useState({ old: "", new: "" });
  const [done, setDone] = useState(false);
  const change = useMutation<unknown, Problem, Schemas["PasswordChange"]>({
    mutationFn: changePassword,
    onSuccess: () => {
      setGiven({ old: "", new: "" });
      setDone(true);
    },
  });
  const { said, rest } = sayings(change.error, ["old", "new"]);
  return (
    <form
      className="flex max-w-[340px] flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        setDone(false);
        change.mutate(given);
      }}
    >
      <h2 className="text-lg">Change password</h2>
      <PasswordField
        label="Current password"
        error={said("old")}
        value={given.old}
        onChange={(old) => setGiven({ ...given, old })}
      />
      <PasswordField
        label="New password"
        fresh
        hint={STRONG}
        error={said("new")}
        value={given.new}
        onChange={(fresh) => setGiven({ ...given, new: fresh })}
      />
      {rest && <ProblemNote error={rest} />}
      {done && <p role="status">Changed. You are now signed out everywhere else.</p>}
      <div>
        <Button type="submit" look="main" disabled={change.isPending}>
          Change password
        </Button>
      </div>
    </form>
  );
}

function Leaving() {
  const [password, setPassword] = useState("");
  const projects = useProjects();
  const leave = useMutation<unknown, Problem, Schemas["PasswordIn"]>({
    mutationFn: removeAccount,
    // A whole new page: nothing of the account is left in this one.
    onSuccess: () => location.assign("/sign-in"),
  });
  const { said, rest } = sayings(leave.error, ["password"]);
  const names = projects.data?.map((project) => project.name) ?? [];
  return (
    <form
      className="mt-6 flex flex-col gap-4 border-t border-hairline pt-5"
      onSubmit={(event) => {
        event.preventDefault();
        leave.mutate({ password });
      }}
    >
      <h2 className="text-lg">Delete account</h2>
      <p className="max-w-[560px] text-ink-2">
        This deletes the account with all its projects
        {names.length > 0 && `: ${names.slice(0, 5).join(", ")}`}
        {names.length > 5 && ` and ${names.length - 5} more`}. It cannot be undone; earlier backups
        still contain it.
      </p>
      <div className="max-w-[340px]">
        <PasswordField
          label="Your password"
          error={said("password")}
          value={password}
          onChange={setPassword}
        />
      </div>
      {rest && <ProblemNote error={rest} />}
      <div>
        <Button type="submit" look="go" disabled={leave.isPending}>
          Delete account
        </Button>
      </div>
    </form>
  );
}

/** What is wrong, by field, and what is about none of them. */
function sayings(error: Problem | null, fields: string[]) {
  const field = fields.find((name) => error?.field.endsWith(name));
  return {
    said: (name: string) =>
      error && field === name ? `${error.message} ${error.hint}`.trim() : undefined,
    rest: error && !field ? error : null,
  };
}
