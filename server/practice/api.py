"""Practice: what can be done, sessions, the record, and sets for a class."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Router, Status
from ninja.files import UploadedFile

from mesotint.practice.making import left_for
from mesotint.practice.sets import (
    RESULTS_FILE,
    SET_FILE,
    Answered,
    ExerciseSet,
    Results,
    nearest_owned,
    read_set,
)
from server.kept import clock
from server.kept.downloads import download
from server.painters.requests import SignedIn
from server.practice.answers import (
    AnswerJudged,
    PracticeOut,
    PracticeRecord,
    PracticeSession,
    ResultRow,
)
from server.practice.models import Card, Session
from server.practice.record import record_out
from server.practice.requests import PracticeAnswer, PracticeBegin, PracticeSet
from server.practice.services import answer, begin, begin_set, new_set, session_out, stop
from server.tubes.services import PaintBox

router = Router(tags=["practice"])


def _mine(request: SignedIn, key: int) -> Session:
    return get_object_or_404(Session, pk=key, painter=request.user)


@router.get("", response=PracticeOut)
def practice(request: SignedIn) -> PracticeOut:
    """What can be practised with the tubes on the desk, and the session that was not ended."""
    there, lacking = left_for(PaintBox(request.user).paints)
    mine = Session.objects.filter(painter=request.user, done=False).first()
    return PracticeOut(
        kinds=there,
        lacking=lacking,
        due=Card.objects.filter(painter=request.user, due__lte=clock.now()).count(),
        session=None if mine is None else session_out(mine),
    )


@router.post("/sessions", response={201: PracticeSession})
def begin_session(request: SignedIn, payload: PracticeBegin) -> Status[PracticeSession]:
    """Begin a session; sent twice, it is begun once."""
    return Status(201, session_out(begin(request.user, payload)))


@router.get("/sessions/{int:session_id}", response=PracticeSession)
def session(request: SignedIn, session_id: int) -> PracticeSession:
    """A session, with the exercise on the stage."""
    return session_out(_mine(request, session_id))


@router.post("/sessions/{int:session_id}/answer", response=AnswerJudged)
def answer_exercise(request: SignedIn, session_id: int, payload: PracticeAnswer) -> AnswerJudged:
    """Judge an answer; only then its reason is told."""
    return answer(request.user, session_id, payload)


@router.post("/sessions/{int:session_id}/stop", response=PracticeSession)
def stop_session(request: SignedIn, session_id: int) -> PracticeSession:
    """End a session where it stands."""
    return session_out(stop(request.user, session_id))


@router.get("/sessions/{int:session_id}/results.json", response={200: None})
def results(request: SignedIn, session_id: int) -> HttpResponse:
    """What was answered in a session, as a file for the teacher."""
    mine = _mine(request, session_id)
    told = [
        Answered(kind, seed, right, score)
        for kind, seed, right, score in mine.answers.values_list("kind", "seed", "right", "score")
    ]
    name = (mine.of_set or {}).get("name", "Practice")
    data = RESULTS_FILE.written(Results(told, name, request.user.get_username()))
    return download(data, f"{name} results", "json")


@router.get("/record", response=PracticeRecord)
def record(request: SignedIn) -> PracticeRecord:
    """Thresholds over time, what is confused with what, matches, and what to do next."""
    return record_out(request.user)


@router.post("/sets", response={200: None})
def make_set(request: SignedIn, payload: PracticeSet) -> HttpResponse:
    """A set for a class, as a file to hand out."""
    made = new_set(request.user, payload)
    return download(SET_FILE.written(made), made.name, "json")


_MOST_BYTES = 256 * 1024


@router.post("/sets/take", response={201: PracticeSession})
def take_set(request: SignedIn, file: File[UploadedFile]) -> Status[PracticeSession]:
    """Begin a set from its file; tubes that are not owned are told with the nearest that is."""
    of: ExerciseSet = read_set(file.read(_MOST_BYTES))
    lacking = nearest_owned(of.paints, PaintBox(request.user).paints)
    notes = [
        f"{wanted} is not in your box" + (f"; nearest is {own}." if own else ".")
        for wanted, own in lacking.items()
    ]
    return Status(201, session_out(begin_set(request.user, of, notes)))


@router.post("/results", response=list[ResultRow])
def lay_beside(request: SignedIn, files: File[list[UploadedFile]]) -> list[ResultRow]:
    """Results of pupils side by side; nothing of them is kept."""
    rows = []
    for file in files:
        found, _, _ = RESULTS_FILE.read(file.read(_MOST_BYTES))
        answers = found.answers
        kinds = {each.kind for each in answers}
        rows.append(
            ResultRow(
                pupil=found.pupil,
                name=found.set,
                answers=len(answers),
                right=sum(each.right for each in answers),
                score=sum(each.score for each in answers) / max(1, len(answers)),
                by_kind={
                    kind: sum(a.score for a in answers if a.kind == kind)
                    / sum(a.kind == kind for a in answers)
                    for kind in sorted(kinds)
                },
            )
        )
    return sorted(rows, key=lambda row: row.pupil)
