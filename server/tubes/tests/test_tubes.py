"""The library and the painter's box."""

from server.painters.tests.studio import StudioTest
from server.tubes.models import Tube


class BoxTest(StudioTest):
    def test_the_library_is_told_with_chips_cautions_and_origin(self) -> None:
        status, paints = self.send("get", "paints")
        self.assertEqual(status, 200)
        self.assertGreaterEqual(len(paints), 49)
        red = next(p for p in paints if p["key"] == "PR108-light")
        self.assertEqual(red["hazard_group"], "cadmium")
        self.assertIn("memory", red["origin"])
        self.assertRegex(red["masstone"]["srgb"], "^#[0-9a-f]{6}$")
        # Whites and blacks come after the hues.
        self.assertIn(paints[-1]["family"], ("bone carbon", "carbon", "zinc oxide",
                                             "titanium dioxide", "iron oxide"))  # fmt: skip

    def test_a_tube_is_added_put_away_and_brought_back_as_the_same_tube(self) -> None:
        status, tube = self.send("post", "tubes", {"paint_key": "pg7", "label": " My green "})
        self.assertEqual((status, tube["label"]), (201, "My green"))
        self.assertEqual(self.send("delete", f"tubes/{tube['id']}")[0], 204)
        self.assertNotIn(tube["id"], [t["id"] for t in self.send("get", "tubes")[1]])
        again = self.send("post", "tubes", {"paint_key": "PG7"})[1]
        self.assertEqual((again["id"], again["label"]), (tube["id"], "My green"))

    def test_what_cannot_be_added_says_why(self) -> None:
        self.assert_problem(self.send("post", "tubes", {"paint_key": "PB92"}), 422, "PB29")
        self.assert_problem(self.send("post", "tubes", {"paint_key": "PB29"}), 409, "already")
        self.assert_problem(self.send("post", "tubes", {}), 422, "paint_key")

    def test_anothers_tubes_are_not_there(self) -> None:
        mine = self.tubes["PB29"]
        self.assertEqual(self.send("get", "tubes", client=self.as_other())[1], [])
        answer = self.send("delete", f"tubes/{mine}", client=self.as_other())
        self.assert_problem(answer, 404, "no such thing")
        self.assertFalse(Tube.objects.get(pk=mine).put_away)
