"""The demo's painting as requests of the API, for the tests of the paintings."""

from typing import Any

from server.demo.world import PAINTING
from server.scales.tests.desk import DeskTest
from server.tubes.models import Tube


class YardTest(DeskTest):
    """A studio with the tubes of *Low Tide, Breakers' Yard*."""

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        for passage in PAINTING["passages"]:
            for key in passage["mixture"]:
                if key not in cls.tubes:
                    cls.tubes[key] = Tube.objects.create(
                        painter=cls.painter, paint_key=key, left_ml=30.0
                    ).pk

    def yard(self, **more: Any) -> dict[str, Any]:
        """The request of the painting."""
        passages = [
            {**passage, "mixture": self.mix(**passage["mixture"])}
            for passage in PAINTING["passages"]
        ]
        return {"passages": passages, "touching": PAINTING["touching"], **more}

    def tube(self, key: str) -> dict[str, Any]:
        """A tube as the mother."""
        return {"kind": "tube", "id": self.tubes[key]}

    def harmony(self, **more: Any) -> Any:
        """What the yard comes to."""
        status, told = self.send("post", "paintings/compute/harmony", self.yard(**more))
        self.assertEqual(status, 200, told)
        return told

    def kept_painting(self, **more: Any) -> Any:
        """The painting as the server keeps it."""
        body = {"name": "Low Tide", "request": self.yard(**more)}
        status, told = self.send("post", "paintings", body)
        self.assertEqual(status, 201, told)
        return told
