"""One catalogue for the site and the core: what Django's translation says, the core says too."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from gettext import NullTranslations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.utils import translation
from django.utils.cache import patch_vary_headers
from django.utils.translation.trans_real import DjangoTranslation
from django.views.i18n import JavaScriptCatalog

from knitting.saying.language import saying_with
from knitting.statements import N_


class _SiteCatalogue(NullTranslations):
    """The catalogue of the language that is active in the site."""

    def gettext(self, message: str) -> str:
        return translation.gettext(message)

    def ngettext(self, msgid1: str, msgid2: str, n: int) -> str:
        return translation.ngettext(msgid1, msgid2, n)


_CATALOGUE = _SiteCatalogue()
_MONTHS = (
    N_("January"), N_("February"), N_("March"), N_("April"), N_("May"), N_("June"), N_("July"), N_("August"),
    N_("September"), N_("October"), N_("November"), N_("December"),
)  # fmt: skip
"""The months of a date: our catalogue goes before Django's, which writes them large in every language."""


@contextmanager
def in_language(code: str) -> Iterator[None]:
    """Site and core speak a language within: for what is made beside the requests."""
    with translation.override(code), saying_with(_CATALOGUE):
        yield


class LanguageMiddleware:
    """Has site and core speak the language that the browser asks for, until it is known who asks."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        with in_language(translation.get_language_from_request(request)):
            answer = self.get_response(request)
        patch_vary_headers(answer, ["Accept-Language"])
        return answer


def script_sentences(request: HttpRequest) -> dict[str, object]:
    """The catalogue that a page brings for its scripts, where its language is not that of the source."""
    language = translation.get_language() or settings.LANGUAGE_CODE
    if language == settings.LANGUAGE_CODE:
        return {}
    view = JavaScriptCatalog()
    paths = [str(path) for path in settings.LOCALE_PATHS]
    view.translation = DjangoTranslation(language, domain="djangojs", localedirs=paths)
    return {"script_sentences": view.get_catalog()}
