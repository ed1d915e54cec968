"""The one shape of every error the API answers with."""

from typing import Final
from urllib.parse import quote

from django.http import HttpResponse
from pydantic import BaseModel, ConfigDict

from patterncraft.errors import PatternError
from patterncraft.units import Unit, in_unit


class Wire(BaseModel):
    """Base of all that goes over the wire: unknown fields and NaN are refused. Plain pydantic, because
    the web framework's own base looks every attribute up in Python and doubles the time of a preview."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Fault(Wire):
    """``message`` is the whole sentence; ``field`` the path of the value it is about; ``step`` counts from 1."""

    code: str
    message: str
    where: str = ""
    cure: str = ""
    field: str = ""
    step: int | None = None


class ErrorOut(Wire):
    """The one shape in which everything is refused: what, where, the cure, the field."""

    error: Fault


class Missing(PatternError):
    """Not there, or not this workroom's: the two are not told apart."""

    code = "not_here"


class Conflict(PatternError):
    """Somebody else changed it in the meantime."""

    code = "changed_meanwhile"


class NotSignedIn(PatternError):
    """Nobody is signed in, or in no workroom."""

    code = "not_signed_in"


SOON: Final = 2
"""Seconds after which a busy library is asked again."""
WRONG: Final = "that was wrong too often in a row."


class TooOften(PatternError):
    """Asked again too soon. ``seconds``: when it may be asked again."""

    code = "too_often"

    def __init__(self, seconds: int, why: str = WRONG) -> None:
        wait = "a second" if seconds == 1 else f"{seconds} seconds"
        super().__init__(why, cure=f"Wait {wait}, then try again.", field="password" if why == WRONG else "")
        self.seconds = seconds


def fault_of(error: PatternError, unit: Unit = "cm") -> Fault:
    """A refusal as it goes over the wire, its lengths in the reader's unit."""
    message, cure = in_unit(str(error), unit), in_unit(error.cure, unit)
    return Fault(code=error.code, message=message, where=error.where, cure=cure, field=error.field, step=error.step)


def error_response(error: PatternError, status: int, unit: Unit = "cm") -> HttpResponse:
    """The one shape of every error."""
    body = ErrorOut(error=fault_of(error, unit)).model_dump_json()
    answer = HttpResponse(body, status=status, content_type="application/json")
    if isinstance(error, TooOften):
        answer["Retry-After"] = str(error.seconds)
    elif error.code == "busy":
        answer["Retry-After"] = str(SOON)
    return answer


ERRORS = {400: ErrorOut, 401: ErrorOut, 403: ErrorOut, 404: ErrorOut, 409: ErrorOut, 413: ErrorOut, 422: ErrorOut, 429: ErrorOut}
"""Declared on every route, so that the typed client knows them."""


def download(data: bytes, kind: str, name: str) -> HttpResponse:
    """A file to keep, under a name in any script."""
    answer = HttpResponse(data, content_type=kind)
    answer["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(name)}"
    return answer
