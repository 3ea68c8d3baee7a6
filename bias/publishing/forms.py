"""What a writer says of her pattern, and how its page is made."""

from __future__ import annotations

from typing import Any

from django import forms
from django.utils.translation import gettext_lazy as _

from bias.publishing.models import Publication
from bias.publishing.pictures import NotAPicture, made_anew
from bias.results import dialects


class PublicationForm(forms.ModelForm):  # type: ignore[type-arg]
    """A pattern's own lines, its picture and its style."""

    upload = forms.FileField(label=_("A picture of it"), required=False)
    no_picture = forms.BooleanField(label=_("Take the picture out"), required=False)

    class Meta:
        model = Publication
        fields = (
            "by", "about", "needles", "care", "ready_terms", "terms", "picture_says", "dialect", "shows",
            "every_count", "by_wale", "paper", "large",
            "size_key", "sizes", "bold",
        )  # fmt: skip
        labels = {
            "by": _("By"),
            "about": _("What it is"),
            "needles": _("Needles"),
            "care": _("How to wash it"),
            "ready_terms": _("What others may do with it"),
            "terms": _("In your own words"),
            "picture_says": _("What the picture shows"),
            "dialect": _("In the words of"),
            "shows": _("The rows"),
            "paper": _("Paper"),
            "large": _("Large type"),
            "every_count": _("A count behind every row"),
            "by_wale": _("Charts by wale, in the shape of the cloth"),
            "sizes": _("Sizes"),
            "bold": _("The size that stands out, from 1"),
        }
        widgets = {
            "about": forms.Textarea(attrs={"rows": 4}),
            "care": forms.Textarea(attrs={"rows": 2}),
            "terms": forms.Textarea(attrs={"rows": 2}),
            "dialect": forms.Select(),
            "size_key": forms.Select(),
            "upload": forms.FileInput(attrs={"accept": "image/jpeg,image/png,image/webp"}),
        }

    def __init__(self, *args: Any, knobs: list[tuple[str, str]], **kwargs: Any) -> None:
        super().__init__(*args, **{"label_suffix": "", **kwargs})
        self.fields["bold"].required = False
        self.fields["dialect"] = forms.ChoiceField(label=_("In the words of"), choices=dialects)
        if knobs:
            self.fields["size_key"] = forms.ChoiceField(label=_("What decides the size"), choices=knobs, required=False)
        else:
            del self.fields["size_key"], self.fields["sizes"], self.fields["bold"]

    def clean_bold(self) -> int:
        """No size stands out where none is told."""
        return self.cleaned_data.get("bold") or 0

    def clean(self) -> dict[str, Any]:
        """The picture made anew, or why it cannot be; what was typed stays."""
        found = super().clean() or {}
        upload = found.get("upload")
        if upload:
            try:
                self.instance.picture = made_anew(upload)
            except NotAPicture as why:
                self.add_error("upload", str(why))
        elif found.get("no_picture"):
            self.instance.picture = ""
        return found
