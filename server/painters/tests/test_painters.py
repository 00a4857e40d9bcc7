"""Signing up, in and out, the surround, and the demo's door."""

from django.db import connection
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

    def test_a_name_is_one_alphabets_and_a_password_is_not_the_name(self) -> None:
        cases = (
            ("\u0430nn", PASSWORD),  # a Cyrillic a
            ("an\u200bn", PASSWORD),  # a space that is not seen
            ("marguerite", "marguerite1"),
            ("marguerite", "password123"),
        )
        for name, password in cases:
            with self.subTest(name=name, password=password):
                self.assertEqual(self.post("signup", username=name, password=password), 400)
        self.assertFalse(Painter.objects.exists())
        for name in ("анна", "marguerite", "søren"):
            self.assertEqual(self.post("signup", username=name, password=PASSWORD), 200)
            self.client.delete("/_allauth/browser/v1/auth/session")
        # Full-width letters are the same name.
        self.assertEqual(self.post("signup", username="ｓøren", password=PASSWORD), 400)

    def test_guessing_at_a_name_is_slowed_down_wherever_it_comes_from(self) -> None:
        Painter.objects.create_user("ann", password=PASSWORD)
        Painter.objects.create_user("ben", password=PASSWORD)
        tried = []
        for i in range(6):
            self.client = Client(REMOTE_ADDR=f"10.0.0.{i + 1}")
            tried.append(self.post("login", username="ann", password="wrong"))
        self.assertEqual(tried[:5], [400] * 5)
        # The tries are known in the database, to every process, and not to this one's memory.
        self.assertEqual(self.post("login", username="ann", password=PASSWORD), 400)
        with connection.cursor() as cursor:
            cursor.execute("SELECT COUNT(*) FROM tries")
            self.assertGreater(cursor.fetchone()[0], 0)
        self.assertEqual(self.post("login", username="ben", password=PASSWORD), 200)

    def test_a_password_is_scrambled_by_argon2_at_the_cost_that_was_chosen(self) -> None:
        painter = Painter.objects.create_user("ann", password=PASSWORD)
        self.assertRegex(painter.password, r"^argon2\$argon2id\$v=19\$m=19456,t=4,p=1\$")

    def test_a_painter_changes_the_password_and_ends_other_sessions(self) -> None:
        self.post("signup", username="ann", password=PASSWORD)
        here, self.client = self.client, Client()
        self.post("login", username="ann", password=PASSWORD)
        elsewhere, self.client = self.client, here
        path = "/_allauth/browser/v1/auth/sessions"
        sessions = here.get(path).json()["data"]
        self.assertEqual(sorted(each["is_current"] for each in sessions), [False, True])
        other = next(each["id"] for each in sessions if not each["is_current"])
        here.delete(path, {"sessions": [other]}, content_type="application/json")
        self.assertEqual(elsewhere.get("/api/tubes").status_code, 401)
        self.assertEqual(here.get("/api/tubes").status_code, 200)
        change = {"current_password": PASSWORD, "new_password": "muted-greens-9"}
        answer = here.post(
            "/_allauth/browser/v1/account/password/change", change, content_type="application/json"
        )
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(here.get("/api/tubes").status_code, 200)
        self.client = Client()
        self.assertEqual(self.post("login", username="ann", password="muted-greens-9"), 200)

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


HAND = {"knife_tip": 0.04, "lentil": 0.13, "pea": 0.4, "hazelnut": 1.3, "walnut": 11.0}


class SurroundTest(StudioTest):
    def test_how_one_works_is_kept_and_what_is_left_out_stays(self) -> None:
        told = {
            "units": "imperial",
            "measure": "hand",
            "hand_ml": HAND,
            "hand": "left",
            "hints": ["squint", "white-test"],
        }
        self.assertEqual(self.send("patch", "me", told)[0], 200)
        status, now = self.send("patch", "me", {"stage_value": 4})
        self.assertEqual(status, 200)
        self.assertEqual({name: now[name] for name in told}, told)
        self.assertEqual(now["stage_value"], 4)
        # Another's studio is as it was.
        theirs = self.send("get", "me", client=self.as_other())[1]
        self.assertEqual((theirs["units"], theirs["hints"]), ("metric", []))
        self.assertEqual((theirs["hand_ml"]["pea"], theirs["hand_ml"]["walnut"]), (0.3, 15))
        for name, value in (
            ("units", "royal"), ("measure", "spoons"), ("hand_ml", {**HAND, "pea": 0}),
            ("hand_ml", {**HAND, "lentil": 0.9}), ("hand_ml", {"fist": 90}), ("hand", "both"),
            ("hints", ["Shout!"]), ("hints", ["x"] * 61), ("colour", 1),
        ):  # fmt: skip
            with self.subTest(name=name, value=value):
                self.assertEqual(self.send("patch", "me", {name: value})[0], 422)

    def test_a_pea_that_an_older_client_left_unsent_is_all_of_a_hand(self) -> None:
        self.assertEqual(self.send("patch", "me", {"pea_ml": 0.6})[0], 200)
        now = self.send("get", "me")[1]["hand_ml"]
        usual = {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1, "walnut": 15}
        self.assertEqual(now, {name: 2 * ml for name, ml in usual.items()})
        for wrong in ("much", True, -1, [0.3]):
            with self.subTest(pea=wrong):
                self.assertEqual(self.send("patch", "me", {"pea_ml": wrong})[0], 422)
        self.assertEqual(self.send("get", "me")[1]["hand_ml"], now)

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

    @override_settings(DEMO=True)
    def test_the_door_opens_from_our_own_page_alone(self) -> None:
        load()
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(strict.post("/api/demo").status_code, 403)
        token = strict.get("/api/me").cookies["csrftoken"].value
        answer = strict.post("/api/demo", headers={"X-CSRFToken": token})
        self.assertEqual(answer.status_code, 200)

    @override_settings(DEMO=False)
    def test_without_the_demo_its_door_is_shut(self) -> None:
        load()
        self.assertEqual(self.client.post("/api/demo").status_code, 404)
