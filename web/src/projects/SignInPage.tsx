import { useMutation } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Problem, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { LineField } from "../parts/Field";
import { internalAddress } from "../shared/internal";
import { useSession } from "../shared/queries";
import { signIn, signUp } from "./changes";
import { PasswordField, STRONG } from "./PasswordField";
import { PlainPage } from "./PlainPage";

/** Sign in, or make an account; afterwards back to where one wanted to go. */
export function SignInPage() {
  const { back, invitation = "" } = useSearch({ from: "/sign-in" });
  const by = useSession().data?.sign_up;
  const [fresh, setFresh] = useState(invitation !== "");
  const [given, setGiven] = useState({ name: "", password: "" });
  const enter = useMutation<unknown, Problem, Schemas["CredentialsIn"]>({
    mutationFn: fresh ? (named) => signUp({ ...named, invitation }) : signIn,
    // A whole new page, so that the server's fresh token is taken and nothing of another person is
    // left.
    onSuccess: () => location.assign(internalAddress(back)),
  });
  const mayJoin = by === "open" || (by === "invited" && invitation !== "");
  const wrong = (field: string) =>
    enter.error?.field.includes(field) ? `${enter.error.message} ${enter.error.hint}` : undefined;
  return (
    <PlainPage title={fresh ? "Create an account" : "Sign in"}>
      <form
        className="flex max-w-[340px] flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate(given);
        }}
      >
        <LineField
          label="Name"
          error={wrong("name")}
          required
          autoFocus
          autoComplete="username"
          maxLength={120}
          value={given.name}
          onText={(text) => setGiven({ ...given, name: text })}
        />
        <PasswordField
          label="Password"
          fresh={fresh}
          hint={fresh ? STRONG : ""}
          error={wrong("password")}
          value={given.password}
          onChange={(password) => setGiven({ ...given, password })}
        />
        {enter.error && !wrong("name") && !wrong("password") && (
          <p role="alert">{`${enter.error.message} ${enter.error.hint}`.trim()}</p>
        )}
        <div className="flex items-center gap-4">
          <Button type="submit" look="main" disabled={enter.isPending}>
            {fresh ? "Create account" : "Sign in"}
          </Button>
          {(mayJoin || fresh) && (
            <Button look="bare" onClick={() => setFresh(!fresh)}>
              {fresh ? "I already have an account" : "Create an account"}
            </Button>
          )}
        </div>
        {by === "invited" && !mayJoin && (
          <p className="text-ink-2">
            You need an invitation to create an account here. Ask someone who has an account.
          </p>
        )}
      </form>
    </PlainPage>
  );
}
