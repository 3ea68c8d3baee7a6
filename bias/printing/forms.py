"""What is printed of a piece, as it is asked for."""

from __future__ import annotations

from typing import Any

from django import forms
from django.utils.translation import gettext_lazy as _

from bias.printing.print_parts import PAPERS, PrintChoices
from bias.results import dialects

_CELLS = (("large", _("large, for glances")), ("middle", _("middling")), ("small", _("small, fewer pages")))


def _ticked(label: Any) -> forms.BooleanField:
    return forms.BooleanField(label=label, required=False)


class PrintForm(forms.Form):
    """The parts of a print and how they are printed; what is no choice is printed as it usually is."""

    cloth = _ticked(_("The cloth with its measures"))
    words = _ticked(_("The rows in words, with the abbreviations"))
    chart = _ticked(_("The chart, cut to pages that overlap by two rows and columns"))
    yarn = _ticked(_("How much yarn it takes"))
    worn = _ticked(_("How it is worn: folded, and how far down on each body that was tried"))
    film = _ticked(_("How it grows, in six stills"))
    dialect = forms.ChoiceField(label=_("In the words of"), choices=dialects)
    paper = forms.ChoiceField(label=_("Paper"), choices=[(paper, paper) for paper in PAPERS])
    cell = forms.ChoiceField(label=_("Cells of the chart"), choices=_CELLS)
    as_worked = _ticked(_("Signs as the stitches are worked, not as the right side shows them"))

    @property
    def choices(self) -> PrintChoices:
        """What is asked for."""
        self.full_clean()
        return PrintChoices(**{**PrintChoices().as_json(), **self.cleaned_data})
