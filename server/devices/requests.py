"""What comes in of devices."""

from pydantic import Field

from server.kept.requests import Asked


class CodeIn(Asked):
    """The code that is shown on the studio's own machine; spaces in it do no harm."""

    code: str = Field(min_length=1, max_length=20)
