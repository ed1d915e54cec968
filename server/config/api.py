"""The API put together, and all errors turned into one shape."""

import logging

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

from patterncraft.errors import BadSetting, PatternError
from patterncraft.units import Unit
from patterncraft.validation import sentence

from ..cloth.api import router as cloth
from ..cloth.finishing_api import router as finishing
from ..fitting.api import router as fitting
from ..incoming.api import router as incoming
from ..keeping.api import router as keeping
from ..library.api import router as library
from ..people.api import router as people
from ..people.charts import OfThatDay
from ..people.charts_api import router as charts
from ..people.exchange import router as exchange
from ..runs.api import router as runs
from ..shelf.api import router as shelf
from ..shelf.families_api import router as families
from ..shelf.schools_api import router as schools
from ..styles.api import router as styles
from ..styles.heads import OtherPerson
from ..styles.heads_api import router as heads
from ..styles.looking_api import router as looking
from ..styles.rule_change import router as rule_change
from ..styles.try_out import router as try_out
from ..styles.variants_api import router as variants
from ..styles.ways_out import ManySheets
from ..styles.ways_out import router as ways_out
from ..workrooms.access import signed_in, workroom_of
from ..workrooms.door_api import router as door
from ..workrooms.rules_api import router as rules
from . import store_faults
from .answers import Conflict, Missing, NotSignedIn, TooOften, error_response
from .reader import Reader

log = logging.getLogger(__name__)
api = NinjaAPI(title="Steady Shear", version="1", auth=signed_in, docs_url=None, openapi_url=None, parser=Reader())
api.add_router("", door)
api.add_router("", rules)
api.add_router("", rule_change)
api.add_router("", people)
api.add_router("", charts)
api.add_router("", exchange)
api.add_router("", schools)
api.add_router("", families)
api.add_router("", shelf)
api.add_router("", fitting)
api.add_router("", incoming)
api.add_router("", styles)
api.add_router("", heads)
api.add_router("", variants)
api.add_router("", try_out)
api.add_router("", looking)
api.add_router("", ways_out)
api.add_router("", finishing)
api.add_router("", cloth)
api.add_router("", runs)
api.add_router("", library)
api.add_router("", keeping)

STATUS = {
    ManySheets: 409,
    OfThatDay: 409,
    Missing: 404,
    Conflict: 409,
    OtherPerson: 409,
    NotSignedIn: 401,
    TooOften: 429,
    **store_faults.STATUS,
}


@api.exception_handler(PatternError)
def refused(request: HttpRequest, error: PatternError) -> HttpResponse:
    """What the craft refused, in its own words."""
    return error_response(error, STATUS.get(type(error), 422), _unit_of(request))


def _unit_of(request: HttpRequest) -> Unit:
    """The unit of the workroom that asks; centimetres before anyone is known."""
    try:
        return workroom_of(request).house_rules().unit
    except (PatternError, AttributeError):
        return "cm"


@api.exception_handler(ValidationError)
def invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    """What does not fit the schema, as one sentence with the field."""
    first = error.errors[0]
    message, field = sentence(first["type"], tuple(first["loc"][2:]), first.get("ctx") or {}, first["msg"])
    return error_response(BadSetting(message, field=field), 422)


@api.exception_handler(AuthenticationError)
def unknown(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    """Nobody is signed in: 401."""
    return error_response(NotSignedIn("you are not signed in.", cure="Sign in; what you typed is kept on this page."), 401)


@api.exception_handler(AuthorizationError)
@api.exception_handler(HttpError)
def refused_by_web(request: HttpRequest, error: HttpError) -> HttpResponse:
    """What the framework refused, in the same shape; what the reader of bodies said, in its own words."""
    if isinstance(error.__cause__, PatternError):
        return error_response(error.__cause__, 400)
    known = {400: "the request could not be read.", 403: "this page has grown old."}
    cure = "Reload it and try again."
    return error_response(PatternError(known.get(error.status_code, str(error)), cure=cure), error.status_code)


@api.exception_handler(Exception)
def unforeseen(request: HttpRequest, error: Exception) -> HttpResponse:
    """What the disk or the database refused, in words; else a defect: told as such, logged whole, nothing stored."""
    if of_the_store := store_faults.told(error):
        log.warning("refused by the store at %s: %s", request.path, error)
        return error_response(of_the_store, store_faults.STATUS[type(of_the_store)])
    log.exception("unforeseen error at %s", request.path, exc_info=error)
    return error_response(
        PatternError("something went wrong that we did not foresee.", cure="Nothing was changed. Try again."), 500
    )
