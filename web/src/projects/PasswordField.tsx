import { LineField } from "../parts/Field";

/** A password as it is typed: what it is for is told to whoever fills it in by itself. */
export function PasswordField({
  label,
  value,
  fresh = false,
  hint = "",
  error,
  onChange,
}: {
  label: string;
  value: string;
  /** Whether it is a new one. */
  fresh?: boolean;
  hint?: string;
  error?: string | undefined;
  onChange: (value: string) => void;
}) {
  return (
    <LineField
      label={label}
      hint={hint}
      error={error}
      required
      type="password"
      autoComplete={fresh ? "new-password" : "current-password"}
      maxLength={200}
      value={value}
      onText={onChange}
    />
  );
}

export const STRONG = "At least ten characters, and hard to guess.";
