import { useState } from "react";
import { Button } from "./Button";
import { INPUT } from "./Field";

/** A line to type and the button that takes it; empty is an answer too. Empty again afterwards. */
export function OneLine({
  label,
  placeholder,
  most,
  action,
  onTake,
}: {
  label: string;
  placeholder: string;
  most: number;
  action: string;
  onTake: (text: string) => void;
}) {
  const [text, setText] = useState("");
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onTake(text.trim());
        setText("");
      }}
    >
      <input
        aria-label={label}
        placeholder={placeholder}
        maxLength={most}
        value={text}
        onChange={(event) => setText(event.target.value)}
        className={INPUT}
      />
      <Button type="submit" look="main">
        {action}
      </Button>
    </form>
  );
}
