"""Copies of all that a studio keeps."""

import re
import shutil
import time
from pathlib import Path

from workshop.console import Trouble, say
from workshop.serving import Stack

NAMED = "mesotint-%Y-%m-%d-%H%M%S.json.gz"
_UNITS = {"m": 60, "h": 3600, "d": 86400}


def default_file() -> Path:
    """A file in the folder one stands in, named by the minute."""
    return Path(time.strftime("mesotint-%Y-%m-%d-%H%M.json.gz"))


def backup(stack: Stack, file: Path) -> None:
    """Write all that the studio keeps to a file, as it is at one moment; it may go on running.

    Raises
    ------
    Trouble
        Where the file is there already or cannot be written.
    """
    if file.suffixes[-2:] != [".json", ".gz"]:
        raise Trouble(f"A backup's name ends in .json.gz; call it {file.name}.json.gz.")
    if file.exists():
        raise Trouble(f"{file} is there already; choose another name.")
    if not file.absolute().parent.is_dir():
        raise Trouble(f"There is no folder {file.parent}; make it first.")
    stack.join_or_prepare()
    _write(stack, file)
    say(f"All that is kept is in {file}, scrambled passwords too: keep it to yourself.")


def _write(stack: Stack, file: Path) -> None:
    stack.manage("backup", str(file.absolute()), failure=f"{file} could not be written; see above.")


def every(text: str) -> int:
    """Seconds of a time such as 24h, 30m or 7d.

    Raises
    ------
    Trouble
        For what is none, or less than a minute.
    """
    found = re.fullmatch(r"(\d{1,4})([mhd])", text)
    if not found or found[1].strip("0") == "":
        raise Trouble(f"{text} is no time; write 24h, 30m or 7d.")
    return int(found[1]) * _UNITS[found[2]]


def keep_backing_up(stack: Stack, folder: Path, every_s: int, keep: int) -> None:
    """Write a backup into a folder now and again, and throw all but the last ones away.

    Raises
    ------
    Trouble
        Where there is no such folder, or none is to be kept.
    """
    if not folder.is_dir():
        raise Trouble(f"There is no folder {folder}; make it first.")
    if keep < 1:
        raise Trouble("Keep one backup at the least.")
    say(f"A backup now and every {every_s // 60} minutes, the last {keep} of them kept.")
    while True:
        stack.join_or_prepare()
        _write(stack, folder / time.strftime(NAMED))
        for old in sorted(folder.glob("mesotint-*.json.gz"))[:-keep]:
            old.unlink()
        # Whoever wants to start the program meanwhile can.
        stack.stop()
        time.sleep(every_s)


def restore(stack: Stack, file: Path) -> None:
    """Put what a backup holds in the place of all that the studio keeps.

    What was there is written to a file beside the data first. A backup that does not fit changes
    nothing, and leaves nothing behind.

    Raises
    ------
    Trouble
        Where the program runs, or the file is no backup.
    """
    if not file.is_file():
        raise Trouble(f"There is no file {file}; name one that ./studio backup wrote.")
    new = not stack.home.exists()
    stack.prepare()
    before = stack.home / time.strftime("before-restore-%Y-%m-%d-%H%M%S.json.gz")
    if not new:
        _write(stack, before)
    try:
        refused = f"{file} is empty, or no backup that this program can read; nothing was changed."
        stack.manage("restore", str(file.absolute()), failure=refused)
    except Trouble:
        before.unlink(missing_ok=True)
        stack.stop()
        if new:
            shutil.rmtree(stack.home)
        raise
    if not new:
        say(f"What was there before is in {before}.")
    say(f"What {file} holds is in its place.")
