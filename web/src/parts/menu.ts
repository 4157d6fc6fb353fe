/** How menus look. */
export const MENU = "z-50 min-w-[200px] rounded-lg border border-hairline bg-sheet p-1 text-ink";
export const MENU_ITEM =
  "flex h-[30px] cursor-pointer items-center gap-2 rounded-md px-3 outline-none " +
  "data-[highlighted]:bg-trough data-[disabled]:text-quiet";
