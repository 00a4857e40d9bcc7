"""Signing up, in and out, the surround, and the demo's door."""

from django.test import Client, TestCase, override_settings

from server.demo.world import BOX, SHEETS, load
from server.painters.models import Painter
from server.painters.tests.studio import PASSWORD, StudioTest


class SignInTest(TestCase):
    def post(self, path: str, **body: str) -> int:
        answer = self.client.post(
            f"/_allauth/browser/v1/auth/{path}", body, content_type="application/json"
        )
        return answer.status_code

    def test_a_painter_signs_up_leaves_and_comes_back(self) -> None:
        self.assertEqual(self.post("signup", username="ann", password=PASSWORD), 200)
        self.assertEqual(self.client.get("/api/me").json()["name"], "ann")
        self.client.delete("/_allauth/browser/v1/auth/session")
        self.assertIsNone(self.client.get("/api/me").json()["name"])
        self.assertEqual(self.post("login", username="ann", password="wrong"), 400)
        self.assertEqual(self.post("login", username="ann", password=PASSWORD), 200)
        self.assertEqual(self.client.get("/api/me").json()["name"], "ann")

    def test_a_poor_password_is_refused(self) -> None:
        self.assertEqual(self.post("signup", username="ann", password="12345"), 400)
        self.assertFalse(Painter.objects.exists())

    def test_without_signing_in_the_studio_is_closed(self) -> None:
        for path in ("tubes", "paints", "scales", "scales/1"):
            answer = self.client.get(f"/api/{path}")
            self.assertEqual(answer.status_code, 401)
            self.assertEqual(answer.headers["Content-Type"], "application/problem+json")

    def test_a_change_without_the_csrf_token_is_refused(self) -> None:
        painter = Painter.objects.create_user("ann", password=PASSWORD)
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(painter)
        answer = strict.patch("/api/me", {"stage_value": 3}, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        token = strict.get("/api/me").cookies["csrftoken"].value
        answer = strict.patch(
            "/api/me",
            {"stage_value": 3},
            content_type="application/json",
            headers={"X-CSRFToken": token},
        )
        self.assertEqual(answer.status_code, 200)


class SurroundTest(StudioTest):
    def test_the_surround_is_kept_with_the_painter(self) -> None:
        self.assertEqual(self.send("patch", "me", {"stage_value": 7.5})[0], 200)
        again = Client()
        again.force_login(self.painter)
        self.assertEqual(again.get("/api/me").json()["stage_value"], 7.5)

    def test_a_surround_that_cannot_be_is_refused(self) -> None:
        for value in (1, 9.5, "dark", None):
            self.assert_problem(
                self.send("patch", "me", {"stage_value": value}), 422, "stage_value"
            )


class DemoTest(TestCase):
    @override_settings(DEMO=True)
    def test_the_demo_is_loaded_once_and_opens_without_a_password(self) -> None:
        load()
        load()
        self.assertEqual(self.client.post("/api/demo").json()["name"], "demo")
        self.assertEqual(len(self.client.get("/api/tubes").json()), len(BOX))
        names = [scale["name"] for scale in self.client.get("/api/scales").json()]
        self.assertEqual(names, [scale["name"] for scale in SHEETS])

    @override_settings(DEMO=False)
    def test_without_the_demo_its_door_is_shut(self) -> None:
        load()
        self.assertEqual(self.client.post("/api/demo").status_code, 404)
