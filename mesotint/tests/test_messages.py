"""What is said to painters never begins with the name of a field."""

import ast
import re
import unittest
from pathlib import Path

ROOT = Path(__file__).parents[2]
FIELD = re.compile(r"^(\{[^}]*\}|[a-z_-]+): ")


def first_words(node: ast.expr) -> str:
    """The beginning of a text, with braces for what is put into it."""
    match node:
        case ast.Constant(value=str(text)):
            return text
        case ast.JoinedStr(values=values):
            return "".join(str(v.value) if isinstance(v, ast.Constant) else "{}" for v in values)
        case ast.BinOp(left=left):
            return first_words(left)
    return ""


class MessagesTest(unittest.TestCase):
    def test_no_sentence_begins_with_a_field(self) -> None:
        said = 0
        for folder in ("mesotint", "server"):
            for path in sorted((ROOT / folder).rglob("*.py")):
                for node in ast.walk(ast.parse(path.read_text("utf-8"))):
                    if not (isinstance(node, ast.Call) and isinstance(node.func, ast.Name)):
                        continue
                    if node.func.id not in ("InputError", "TooBig", "HttpError") or not node.args:
                        continue
                    text = first_words(node.args[0])
                    said += bool(text)
                    with self.subTest(file=path.name, line=node.lineno):
                        self.assertNotRegex(text, FIELD)
        self.assertGreater(said, 100)
