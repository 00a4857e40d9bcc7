"""Copies of all that a studio keeps."""

import time
from pathlib import Path

from workshop.console import Trouble, say
from workshop.serving import Stack


def default_file() -> Path:
    """A file in the folder one stands in, named by the minute."""
    return Path(time.strftime("mesotint-%Y-%m-%d-%H%M.json.gz"))


def backup(stack: Stack, file: Path) -> None:
    """Write all that the studio keeps to a file.

    Raises
    ------
    Trouble
        Where the program runs, or the file is there already or cannot be written.
    """
    if file.suffixes[-2:] != [".json", ".gz"]:
        raise Trouble(f"A backup's name ends in .json.gz; call it {file.name}.json.gz.")
    if file.exists():
        raise Trouble(f"{file} is there already; choose another name.")
    if not file.absolute().parent.is_dir():
        raise Trouble(f"There is no folder {file.parent}; make it first.")
    stack.prepare()
    stack.manage("backup", str(file.absolute()), failure=f"{file} could not be written; see above.")
    say(f"All that is kept is in {file}, scrambled passwords too: keep it to yourself.")


def restore(stack: Stack, file: Path) -> None:
    """Put what a backup holds in the place of all that the studio keeps.

    What was there is written to a file beside the data first. A backup that does not fit changes
    nothing.

    Raises
    ------
    Trouble
        Where the program runs, or the file is no backup.
    """
    if not file.is_file():
        raise Trouble(f"There is no file {file}; name one that ./studio backup wrote.")
    before = stack.home / time.strftime("before-restore-%Y-%m-%d-%H%M%S.json.gz")
    backup(stack, before)
    stack.manage(
        "restore", str(file.absolute()),
        failure=f"{file} is empty, or no backup that this program can read; nothing was changed.",
    )  # fmt: skip
    say(f"What {file} holds is in its place.")
