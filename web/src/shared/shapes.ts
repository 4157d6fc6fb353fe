/** What addresses and kept drafts are read with: whatever they hold, the result is a usable value. */
import * as z from "zod/mini";

/** A value, or nothing where there is none or a wrong one. */
export const maybe = <T extends z.ZodMiniType>(shape: T) =>
  z.catch(z.optional(shape), undefined as z.output<T> | undefined);

/** A value, or the usual one where there is none or a wrong one. */
export const orElse = <T extends z.ZodMiniType>(shape: T, usual: z.output<T>) =>
  z.catch(z._default(shape, usual as never), usual as never);

export const id = z.int().check(z.positive());
export const text = (most: number) => z.string().check(z.maxLength(most));
