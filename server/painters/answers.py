"""What goes out of painters."""

from pydantic import BaseModel


class Me(BaseModel):
    """The signed-in painter, if any."""

    name: str | None
    stage_value: float
    demo: bool
