import { useMutation } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Problem, Schemas } from "../api/client";
import { Button } from "../parts/Button";
import { LineField } from "../parts/Field";
import { signIn, signUp } from "./changes";
import { PasswordField, STRONG } from "./PasswordField";
import { PlainPage } from "./PlainPage";

/** Sign in, or make an account; afterwards back to where one wanted to go. */
export function SignInPage() {
  const { back } = useSearch({ from: "/sign-in" });
  const [fresh, setFresh] = useState(false);
  const [given, setGiven] = useState({ name: "", password: "" });
  const enter = useMutation<unknown, Problem, Schemas["CredentialsIn"]>({
    mutationFn: fresh ? signUp : signIn,
    // A whole new page, so that the server's fresh token is taken and nothing of another person is
    // left. Only to our own pages: an address that begins with two slashes would lead elsewhere.
    onSuccess: () => location.assign(back && !back.startsWith("//") ? back : "/"),
  });
  const wrong = (field: string) =>
    enter.error?.field.includes(field) ? `${enter.error.message} ${enter.error.hint}` : undefined;
  return (
    <PlainPage title={fresh ? "Make an account" : "Sign in"}>
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
          <p role="alert">{enter.error.message}</p>
        )}
        <div className="flex items-center gap-4">
          <Button type="submit" look="main" disabled={enter.isPending}>
            {fresh ? "Make the account" : "Sign in"}
          </Button>
          <Button look="bare" onClick={() => setFresh(!fresh)}>
            {fresh ? "I have an account" : "I have no account"}
          </Button>
        </div>
      </form>
    </PlainPage>
  );
}
