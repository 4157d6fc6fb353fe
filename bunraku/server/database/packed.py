"""A field for JSON that is kept small: what ten million readings need."""

from typing import Any

from django.db import models
from pydantic_core import to_json

from bunraku.server.database.packing import pack, unpack


class PackedJSONField(models.BinaryField[Any, Any]):
    """JSON in as few bytes as it takes. It is read and written whole: no query looks into it. What
    was packed before is stored as it is."""

    def get_db_prep_value(self, value: Any, connection: Any, prepared: bool = False) -> Any:
        """The packed bytes, in the form the database takes."""
        packed = value if value is None or isinstance(value, bytes) else pack(value)
        return super().get_db_prep_value(packed, connection, prepared)

    def from_db_value(self, value: Any, *_: object) -> Any:
        """The value itself."""
        return None if value is None else unpack(value)

    def to_python(self, value: Any) -> Any:
        """A value is its own form: it is never typed in."""
        return value

    def value_to_string(self, obj: models.Model) -> str:
        """As plain JSON."""
        return to_json(self.value_from_object(obj)).decode()
