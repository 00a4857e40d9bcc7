"""What is never taken from the tube: blacks, whites and ready greys, and nothing else."""

import unittest

from mesotint.errors import InputError
from mesotint.paints.library import library
from mesotint.paints.roles import NEVER, without


class NeverTest(unittest.TestCase):
    def test_each_choice_takes_out_its_own_kind_and_leaves_the_rest(self) -> None:
        every = list(library().paints.values())
        out = {
            word: {paint.key for paint in every} - {paint.key for paint in without(every, [word])}
            for word in NEVER
        }
        self.assertEqual(out["black"], {"PBk9", "PBk11", "PBk7", "PBk31"})
        self.assertEqual(out["white"], {"PW6", "PW4", "PW1"})
        self.assertEqual(out["grey"], {"neutral-tint", "blue-grey-tint"})
        self.assertEqual(without(every, []), every)

    def test_paints_are_forbidden_by_their_keys(self) -> None:
        every = list(library().paints.values())
        left = without(every, forbidden=["PB29"])
        self.assertEqual({p.key for p in every} - {p.key for p in left}, {"PB29"})
        with self.assertRaisesRegex(InputError, "choose of them"):
            without(every, ["blue"])
