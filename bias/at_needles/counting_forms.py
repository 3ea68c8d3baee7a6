"""What a knitter counts and sees, as she is asked for it on the pages of the count and of the lost row."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.parsing import whole_number

MOST_COUNTED = 99_999
_MOST_COUNTS = 2_000
_LONGEST = 200
_SIDES = (("RS", _lazy("the right side")), ("WS", _lazy("the wrong side")))
_FACES = (("k", _lazy("mostly knit stitches")), ("p", _lazy("mostly purl stitches")))


def _count(typed: str, example: int) -> int:
    """A count as it was typed; ``ValidationError`` says what one looks like."""
    number = whole_number(typed)
    if number is None or number > MOST_COUNTED:
        raise forms.ValidationError(
            _("'{typed}' is no count: type the stitches of each part in figures, such as {example}.").format(
                typed=typed[:12], example=example
            )
        )
    return number


class CountField(forms.CharField):
    """Stitches that were counted; ``None`` where nothing was typed."""

    def __init__(self, example: int, **kwargs: Any) -> None:
        super().__init__(required=False, **kwargs)
        self.example = example

    def clean(self, value: Any) -> int | None:
        typed = super().clean(value)
        return _count(typed, self.example) if typed else None


class CountsField(forms.CharField):
    """Counts part by part, however they are kept apart: ``18-1-18``."""

    def __init__(self, example: int, **kwargs: Any) -> None:
        super().__init__(required=False, **kwargs)
        self.example = example

    def clean(self, value: Any) -> list[int]:
        typed = super().clean(str(value or "")[:_LONGEST])
        words = [word for word in typed.replace(";", ",").replace("-", ",").replace(" ", ",").split(",") if word]
        if len(words) > _MOST_COUNTS:
            raise forms.ValidationError(_("There are more counts than a needle has parts."))
        return [_count(word, self.example) for word in words]


class SeenForm(forms.Form):
    """What can be seen of the work; what is no choice counts as not said."""

    facing = forms.ChoiceField(required=False)
    colour = forms.ChoiceField(required=False)
    shows = forms.ChoiceField(required=False)

    def __init__(self, sent: Mapping[str, str], colours: Sequence[str], unsaid: Any) -> None:
        super().__init__({name: sent[name] for name in sent}, auto_id="%s")
        self.fields["facing"].choices = [("", unsaid), *_SIDES]  # type: ignore[attr-defined]
        self.fields["shows"].choices = [("", unsaid), *_FACES]  # type: ignore[attr-defined]
        self.fields["colour"].choices = [("", unsaid), *((each, each) for each in colours)]  # type: ignore[attr-defined]

    @property
    def told(self) -> dict[str, str]:
        """What was said of what is seen."""
        self.full_clean()
        return {name: self.cleaned_data.get(name) or "" for name in ("facing", "colour", "shows")}

    def refusal(self, *names: str) -> str:
        """What is wrong with the first of some fields that is."""
        return next((str(self.errors[name][0]) for name in names if name in self.errors), "")


class CountForm(SeenForm):
    """Every part after the last row worked, or all of them together."""

    def __init__(self, expected: Sequence[int], sent: Mapping[str, str], colours: Sequence[str]) -> None:
        super().__init__(sent, colours, _("not said"))
        self.expected = expected
        self.parts = [f"part{at}" for at in range(len(expected))]
        for name in (*self.parts, "in_all"):
            self.fields[name] = CountField(expected[0])

    @property
    def refused(self) -> str:
        """Why what was typed is no count; nothing where it is one."""
        return self.refusal(*self.parts, "in_all")

    @property
    def says_nothing(self) -> bool:
        """Whether nothing was typed and nothing chosen."""
        typed = (self.data.get(name, "").strip() for name in (*self.parts, "in_all"))
        return not any(typed) and not any(self.told.values())

    @property
    def counts(self) -> list[int]:
        """The counts part by part, or the one of the whole needle where she counted no part of it."""
        typed = [self.cleaned_data[name] for name in self.parts]
        counts = [count if given is None else given for given, count in zip(typed, self.expected, strict=True)]
        in_all = self.cleaned_data["in_all"]
        return [in_all] if in_all is not None and counts == list(self.expected) else counts


class PlaceForm(SeenForm):
    """What is seen of a piece whose row is not known."""

    counts = CountsField(example=24)
    about = CountField(example=24)
    tail = forms.ChoiceField(required=False, choices=[("", ""), ("right", ""), ("left", "")])

    def __init__(self, sent: Mapping[str, str], colours: Sequence[str]) -> None:
        super().__init__(sent, colours, _("not sure"))

    @property
    def told(self) -> dict[str, str]:
        """What was said of what is seen."""
        return {**super().told, "tail": self.cleaned_data.get("tail") or ""}

    @property
    def refused(self) -> str:
        """Why what was typed is no count; nothing where it is one."""
        return self.refusal("counts", "about")
