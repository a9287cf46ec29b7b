"""The kinds of problems that the API answers with, beside those of the core's documents.

Programs go by their codes: one is never given another meaning, and one that is no longer said is not used again.
"""

from jarcore.documents import refusal
from jarcore.documents.refusal import Kind

# 400
BAD_REQUEST = Kind("bad_request", 400, "Bad request")
# 401
SIGNED_OUT = Kind("signed_out", 401, "Signed out")
NOT_SIGNED_IN = Kind("not_signed_in", 401, "Not signed in")
CODE_WANTED = Kind("code_wanted", 401, "A code is wanted too")
SOMEBODY_ELSE = Kind("somebody_else", 401, "Somebody else is signed in")
TABLET_ENDED = Kind("tablet_ended", 401, "Not a shared tablet")
TOKEN_REFUSED = Kind("token_refused", 401, "The token opens nothing")
# 403
NOT_ALLOWED = Kind("not_allowed", 403, "Not allowed")
NOT_BY_TOKEN = Kind("not_by_token", 403, "Not allowed")
NOT_FROM_HERE = Kind("not_from_here", 403, "Not allowed")
# 404, 405
NOT_FOUND = Kind("not_found", 404, "Not found")
LINK_ENDED = Kind("link_ended", 404, "The link has ended")
SOMEBODY_THERE = Kind("somebody_there", 404, "There is somebody already")
NOT_DONE_SO = Kind("not_done_so", 405, "Not done so")
# 409
CHANGED_MEANWHILE = Kind("changed_meanwhile", 409, "Changed meanwhile")
DONE_BY_TWO = Kind("done_by_two", 409, "Done by two at once")
OF_ANOTHER_RUN = Kind("of_another_run", 409, "Of another run")
# 413
PHOTO_TOO_LARGE = Kind("photo_too_large", 413, "Photo too large")
# 422
CANNOT_BE_KEPT = Kind("cannot_be_kept", 422, "Cannot be kept")
NOT_VALID_YET = Kind("not_valid_yet", 422, "Not valid yet")
NOT_READY = Kind("not_ready", 422, "Not ready")
CHANGED_SINCE = Kind("changed_since", 422, "Changed since")
NOTHING_TO_COOK = Kind("nothing_to_cook", 422, "Nothing to cook")
TOO_MUCH_WORK = Kind("too_much_work", 422, "Too much to reckon")
NOT_DONE = Kind("not_done", 422, "Not done")
NOT_YET = Kind("not_yet", 422, "Not yet")
TOO_MANY = Kind("too_many", 422, "Too many")
NO_PHOTO = Kind("no_photo", 422, "No photo")
SHELF_FULL = Kind("shelf_full", 422, "The Shelf is full")
NOT_A_TABLET = Kind("not_a_tablet", 422, "Not a shared tablet")
NOT_A_CODE = Kind("not_a_code", 422, "Not a code")
WRONG_CODE = Kind("wrong_code", 422, "Wrong code")
WRONG_PASSWORD = Kind("wrong_password", 422, "Wrong password")
EASY_PASSWORD = Kind("easy_password", 422, "Choose another password")
INITIALS_TAKEN = Kind("initials_taken", 422, "Choose other initials")
BELONGS_ALREADY = Kind("belongs_already", 422, "You belong to it already")
OWN_ALREADY = Kind("own_already", 422, "It is yours already")
NOT_FOR_YOU = Kind("not_for_you", 422, "Not for you to do")
LAST_OWNER = Kind("last_owner", 422, "The last owner")
# 426, 429
PAGE_TOO_OLD = Kind("page_too_old", 426, "This page is older than the server")
WAIT = Kind("wait", 429, "Wait before the next try")
# 500, 503
BROKEN = Kind("broken", 500, "Something broke")
DATABASE_AWAY = Kind("database_away", 503, "The database does not answer")


def every() -> list[Kind]:
    """All of them and the core's, by status and code."""
    found = {one for one in (*vars(refusal).values(), *globals().values()) if isinstance(one, Kind)}
    return sorted(found, key=lambda kind: (kind.status, kind.code))
