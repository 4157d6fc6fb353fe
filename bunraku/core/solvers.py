"""The solvers of linear programs, loaded with the first program: they take a third of a second and
twenty megabytes, which a process that solves nothing should not spend."""

from importlib import import_module
from typing import Any

_SOLVERS = "scipy.optimize"


def linprog(*args: Any, **more: Any) -> Any:
    """`scipy.optimize.linprog`: a linear program."""
    return import_module(_SOLVERS).linprog(*args, **more)


def milp(*args: Any, **more: Any) -> Any:
    """`scipy.optimize.milp`: a linear program in which some numbers are whole."""
    return import_module(_SOLVERS).milp(*args, **more)


def bounds(*args: Any, **more: Any) -> Any:
    """`scipy.optimize.Bounds`: least and most of each number."""
    return import_module(_SOLVERS).Bounds(*args, **more)


def constraint(*args: Any, **more: Any) -> Any:
    """`scipy.optimize.LinearConstraint`: least and most of sums of the numbers."""
    return import_module(_SOLVERS).LinearConstraint(*args, **more)
