"""A row of the sheet as it is told over HTTP, made from the columns."""

from typing import TYPE_CHECKING, Annotated, Any, Literal

from ninja import Schema
from pydantic import BeforeValidator, create_model

from bunraku.server.sheet.column import Column
from bunraku.server.sheet.columns import TOLD


def _type_of(column: Column) -> Any:
    if column.type == "code":
        names = tuple(dict.fromkeys((*column.names, *(("",) if column.filter else ()))))
        named = BeforeValidator(
            lambda code: column.name_of(code) if isinstance(code, int) else code
        )
        return Annotated[Literal[names], named]
    if column.type == "marks":
        told = BeforeValidator(
            lambda bits: column.names_in(bits) if isinstance(bits, int) else bits
        )
        return Annotated[list[Literal[tuple(column.names)]], told]  # type: ignore[misc]
    plain = {"text": str, "number": float, "count": int, "flag": bool, "month": int}
    kind: Any = list[int] if column.type == "list" else plain[column.type]
    return kind | None if column.can_be_null else kind


if TYPE_CHECKING:

    class RowOut(Schema):
        """A keyword's row of the sheet, a field for each column that is told."""

else:
    RowOut = create_model(
        "RowOut",
        __base__=Schema,
        __doc__="A keyword's row of the sheet. Null is unknown.",
        **{column.id: (_type_of(column), ...) for column in TOLD},
    )
