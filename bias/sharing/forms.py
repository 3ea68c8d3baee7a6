"""A remark as it is typed."""

from __future__ import annotations

from typing import Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy

from bias.parsing import whole_number
from bias.sharing.models import LONGEST_COUNTS, LONGEST_NAME, LONGEST_REMARK


class RemarkForm(forms.Form):
    """A remark at a row of a piece of so many rows."""

    row = forms.CharField(label=gettext_lazy("after row, counted from the first"), required=False, max_length=12)
    text = forms.CharField(label=gettext_lazy("what you see"), max_length=LONGEST_REMARK, widget=forms.Textarea)
    counts = forms.CharField(label=gettext_lazy("your counts between marks"), required=False, max_length=LONGEST_COUNTS)
    name = forms.CharField(label=gettext_lazy("your name"), required=False, max_length=LONGEST_NAME)

    def __init__(self, rows: int, given: Any = None) -> None:
        super().__init__(given, label_suffix="")
        self.rows = rows
        self.fields["row"].widget.attrs |= {"inputmode": "numeric", "size": 6}
        self.fields["counts"].widget.attrs |= {"placeholder": "24, 1, 23", "size": 16}
        self.fields["text"].widget.attrs |= {"rows": 3}

    def clean_row(self) -> int:
        """The row, or 0 where it is of the whole."""
        typed = self.cleaned_data["row"].strip()
        if not typed:
            return 0
        row = whole_number(typed)
        if row is None or not 1 <= row <= self.rows:
            raise forms.ValidationError(
                _("There are rows 1 to {rows}, and no row '{typed}'.").format(rows=self.rows, typed=typed)
            )
        return row
