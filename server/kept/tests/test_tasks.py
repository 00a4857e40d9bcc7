"""Work that takes a while: done by another process, watched, stopped, taken up by the next."""

import json
import uuid
from datetime import timedelta
from unittest import mock

from django.db import OperationalError
from django_tasks_db.models import DBTaskResult

from mesotint.errors import InputError
from server.kept import clock, tasks
from server.kept.models import Task
from server.painters.tests.studio import StudioTest

LENGTH = 5


@tasks.kind("count")
def count(doing: tasks.Doing) -> tasks.Outcome:
    """Counts, as slowly as any task may."""
    doing._told = -1e9
    for number in doing.each(range(LENGTH), LENGTH, "Counting …"):
        doing._told = -1e9
        seen.append((number, doing.task.share))
        during(doing, number)
    return tasks.Outcome(b"12345", "Count", "csv", {"last": LENGTH})


seen: list[tuple[int, float]] = []


def during(doing: tasks.Doing, number: int) -> None:
    """What happens while it counts; tests put something else in its place."""


class TasksTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        seen.clear()

    def told(self, task: Task) -> dict[str, object]:
        status, told = self.send("get", f"tasks/{task.pk}")
        self.assertEqual(status, 200)
        self.assertIsInstance(told, dict)
        found: dict[str, object] = told
        return found

    def test_it_waits_is_done_and_its_file_is_fetched_by_its_painter_alone(self) -> None:
        task = tasks.begin(self.painter, count, {"from": 1})
        self.assertEqual(self.told(task)["standing"], "waiting")
        self.assertEqual(self.client.get(f"/api/tasks/{task.pk}/file").status_code, 404)
        self.work()
        self.assertEqual([number for number, _ in seen], list(range(LENGTH)))
        told = self.told(task)
        self.assertEqual((told["standing"], told["share"]), ("done", 1.0))
        answer = self.client.get(f"/api/tasks/{task.pk}/file")
        self.assertEqual(answer.content, b"12345")
        self.assertIn("count.csv", answer["Content-Disposition"])
        self.assertEqual([each["key"] for each in self.send("get", "tasks")[1]], [str(task.pk)])
        other = self.as_other()
        for path in (f"tasks/{task.pk}", f"tasks/{task.pk}/file"):
            self.assertEqual(other.get(f"/api/{path}").status_code, 404)
        self.assertEqual(self.send("post", f"tasks/{task.pk}/stop", client=other)[0], 404)
        self.assertEqual(self.send("get", "tasks", client=other)[1], [])

    def test_how_far_it_is_is_told_meanwhile_and_it_stops_where_it_is_asked_to(self) -> None:
        task = tasks.begin(self.painter, count)
        told = []

        def stop_at_the_third(doing: tasks.Doing, number: int) -> None:
            told.append(self.told(task))
            if number == 2:
                self.assertEqual(self.send("post", f"tasks/{task.pk}/stop")[0], 204)

        with mock.patch(f"{__name__}.during", stop_at_the_third):
            self.work()
        self.assertEqual([each["share"] for each in told], [0.0, 0.2, 0.4])
        self.assertEqual({each["saying"] for each in told}, {"Counting …"})
        after = self.told(task)
        self.assertEqual((after["standing"], after["has_file"]), ("stopped", False))

    def test_one_that_waits_is_stopped_at_once_and_never_begun(self) -> None:
        task = tasks.begin(self.painter, count)
        self.send("post", f"tasks/{task.pk}/stop")
        self.assertEqual(self.told(task)["standing"], "stopped")
        self.work()
        self.assertEqual(seen, [])

    def test_what_has_to_be_mended_is_said_and_a_fault_of_ours_is_logged(self) -> None:
        for error, says in (
            (InputError("There is no paint in it.", "paint"), "There is no paint in it."),
            (ZeroDivisionError("at 3"), "fault of ours"),
        ):
            task = tasks.begin(self.painter, count)
            with (
                mock.patch(f"{__name__}.during", side_effect=error),
                self.subTest(says),
                mock.patch.object(tasks._log, "exception") as logged,
            ):
                self.work()
            told = self.told(task)
            self.assertEqual(told["standing"], "failed")
            self.assertIn(says, str(told["saying"]))
            self.assertNotIn("at 3", str(told["saying"]))
            self.assertEqual(logged.called, isinstance(error, ZeroDivisionError))

    def test_one_painter_has_a_few_under_way_and_keeps_nobody_out(self) -> None:
        for _ in range(tasks.MOST_UNDER_WAY):
            tasks.begin(self.painter, count)
        self.assert_problem(self.send("post", "me/studio"), 422, "wait for one")
        tasks.begin(self.other, count)
        self.work()
        self.assertEqual(self.send("post", "me/studio")[0], 202)

    def test_what_a_process_left_is_taken_up_by_another_three_times_at_most(self) -> None:
        """The process is gone where nothing was heard of it for a while; not before."""
        task = tasks.begin(self.painter, count)
        DBTaskResult.objects.get().claim("gone")
        Task.objects.filter(pk=task.pk).update(standing="running", beat=clock.now(), tries=1)
        self.assertEqual(tasks.take_up_lost(), 0)
        with clock.moved(tasks.LOST_AFTER_S - 1):
            tasks.beat([str(task.pk)])
        with clock.moved(tasks.LOST_AFTER_S + 1):
            self.assertEqual(tasks.take_up_lost(), 0)
        with clock.moved(2 * tasks.LOST_AFTER_S + 1):
            self.assertEqual(tasks.take_up_lost(), 1)
            # Another process that looks at the same moment finds nothing left to take.
            self.assertEqual(tasks.take_up_lost(), 0)
            self.work()
        self.assertEqual(self.told(task)["standing"], "done")
        fatal = tasks.begin(self.painter, count)
        Task.objects.filter(pk=fatal.pk).update(
            standing="running", beat=clock.now() - timedelta(hours=1), tries=tasks.MOST_TRIES
        )
        self.assertEqual(tasks.take_up_lost(), 0)
        self.assertIn("three times", str(self.told(fatal)["saying"]))

    def test_a_collision_in_the_queue_is_tried_again(self) -> None:
        """1213 is what MariaDB and Galera say where another was first."""
        task = tasks.begin(self.painter, count)
        claim, times = DBTaskResult.claim, []

        def collide_once(row: DBTaskResult, worker: str) -> None:
            times.append(worker)
            if len(times) == 1:
                raise OperationalError(1213, "Deadlock found when trying to get lock")
            claim(row, worker)

        with (
            mock.patch.object(DBTaskResult, "claim", collide_once),
            mock.patch("server.kept.management.commands.tasks.connection.close"),
        ):
            self.work()
        self.assertEqual(len(times), 2)
        self.assertEqual(self.told(task)["standing"], "done")

    def test_what_nobody_fetched_for_a_day_goes(self) -> None:
        tasks.begin(self.painter, count)
        tasks.forget_old()
        self.assertEqual(Task.objects.count(), 1)
        with clock.moved(tasks.KEPT_FOR.total_seconds() + 60):
            tasks.forget_old()
        self.assertEqual(Task.objects.count(), 0)

    def test_nonsense_for_a_key_is_no_task(self) -> None:
        self.assertEqual(self.send("get", f"tasks/{uuid.uuid4()}")[0], 404)
        self.assertEqual(self.send("get", "tasks/17")[0], 422)

    def test_what_is_taken_along_is_ones_own(self) -> None:
        status, task = self.send("post", "me/studio")
        self.assertEqual(status, 202)
        self.work()
        answer = self.client.get(f"/api/tasks/{task['key']}/file")
        self.assertIn("ann-studio.json", answer["Content-Disposition"])
        told = json.loads(answer.content)
        tubes = [row for row in told["rows"] if row["model"] == "tubes.tube"]
        self.assertEqual({row["pk"] for row in tubes}, set(self.tubes.values()))
        self.assertNotIn("password", told["rows"][0]["fields"])
        # What is under way is no part of a studio.
        self.assertNotIn("kept.task", {row["model"] for row in told["rows"]})
