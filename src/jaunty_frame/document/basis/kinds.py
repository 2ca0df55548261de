"""Families of values that come in kinds: a fill, a transition, an exhibit is one of several, told by its ``kind``.

Each kind is a module of the family's folder; the folder is the list. What a kind means, its painter for example, is
bound to it where that is known (``show``); nothing else has to hear of a new one.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from importlib import import_module
from pkgutil import iter_modules, resolve_name
from typing import Any, ClassVar, Generic, TypeVar

from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema, core_schema

from jaunty_frame.document.basis.values import Value


class Kind(Value):
    """Base of all values that come in kinds. ``label`` is what people read; ``shown_last`` : fields that editors show
    after the others."""

    label: ClassVar[str]
    shown_last: ClassVar[tuple[str, ...]] = ()
    kind: str


K = TypeVar("K", bound=Kind)


class Kinds(Generic[K]):
    """The kinds of one family, in the order of their modules. Used in an annotation, it reads whichever was written."""

    def __init__(self, base: type[K], folder: str) -> None:
        self._base, self._folder = base, folder
        self._types: dict[str, type[K]] = {}

    @property
    def types(self) -> dict[str, type[K]]:
        """The kinds by name."""
        if not self._types:
            for entry in iter_modules(resolve_name(self._folder).__path__):
                module = import_module(f"{self._folder}.{entry.name}")
                for found in vars(module).values():
                    own = isinstance(found, type) and found.__module__ == module.__name__
                    if own and issubclass(found, self._base):
                        self._types[_name_of(found)] = found
        return self._types

    def converted(self, value: K, kind: str) -> K:
        """Return a value of another kind with what both kinds have in common: fields of one name and one type."""
        value_type = self.types[kind]
        before, after = type(value).model_fields, value_type.model_fields
        names = [name for name in after if name in before and before[name].annotation == after[name].annotation]
        return value_type(**{name: getattr(value, name) for name in names if name != "kind"})

    @contextmanager
    def extended(self, value_type: type[K]) -> Iterator[None]:
        """Have one kind more for a while. Models that hold the family are to be built anew at both ends."""
        self.types[_name_of(value_type)] = value_type
        try:
            yield
        finally:
            del self.types[_name_of(value_type)]

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        choices = {name: handler.generate_schema(value_type) for name, value_type in self.types.items()}
        return core_schema.tagged_union_schema(choices, discriminator="kind")


def _name_of(value_type: type[Kind]) -> str:
    return str(value_type.model_fields["kind"].default)
