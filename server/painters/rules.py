"""What a name and a password have to be, and whose sign-in stays as it is."""

import unicodedata
from typing import Any, Final

from allauth.account.adapter import DefaultAccountAdapter
from confusable_homoglyphs.confusables import is_dangerous
from django import forms
from django.conf import settings
from django.contrib.auth.base_user import AbstractBaseUser
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.contrib.auth.password_validation import validate_password
from django.http import HttpRequest

from server.painters.models import DEMO_PAINTER, Painter

SHARED: Final = (
    "Everybody who opens the demo studio shares it, so its sign-in stays as it is. Make a studio "
    "of your own to have a password of your own."
)


class Argon2(Argon2PasswordHasher):
    """Argon2id at about a tenth of a second and 19 MiB, with the memory that OWASP's Password
    Storage Cheat Sheet names and twice its passes; a class that signs in at once is served."""

    time_cost = 4
    memory_cost = 19 * 1024
    parallelism = 1


class Rules(DefaultAccountAdapter):  # type: ignore[misc]  # allauth has no types
    """Rules of names and passwords beside those of the settings."""

    def clean_username(self, username: str, shallow: bool = False) -> str:
        """A name in one spelling and one script, so that none passes for another's."""
        plain = unicodedata.normalize("NFKC", username).strip()
        # A Cyrillic а in a Latin name looks like the Latin one.
        if is_dangerous(plain) or any(unicodedata.category(each)[0] == "C" for each in plain):
            raise forms.ValidationError(
                "This name mixes letters of several alphabets, which look alike; write it in one."
            )
        cleaned: str = super().clean_username(plain, shallow)
        return cleaned

    def authenticate(self, request: HttpRequest, **credentials: Any) -> Any:
        """Nobody comes in as the demo, whose password all know, where its door is closed."""
        if not settings.DEMO and credentials.get("username", "").strip() == DEMO_PAINTER:
            return None
        return super().authenticate(request, **credentials)

    def clean_password(self, password: str, user: AbstractBaseUser | None = None) -> str:
        """A password that is not easily guessed; the demo's cannot be changed."""
        if isinstance(user, Painter) and user.username == DEMO_PAINTER:
            raise forms.ValidationError(SHARED)
        cleaned: str = super().clean_password(password, user)
        return cleaned


class NewStudio(forms.Form):
    """What is checked once name and password are known together."""

    def clean(self) -> dict[str, Any] | None:
        """Refuse a password that is nearly the name."""
        data = super().clean()
        password = self.cleaned_data.get("password")
        if password:
            try:
                validate_password(password, Painter(username=self.cleaned_data.get("username", "")))
            except forms.ValidationError as error:
                self.add_error("password", error)
        return data

    def signup(self, request: HttpRequest, user: Painter) -> None:
        """Nothing more is asked of a new painter."""
