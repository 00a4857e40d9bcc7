"""A thousand requests made up from the API's own schema, right and wrong ones, by schemathesis.

The benchmark makes twenty thousand of them at a running program.
"""

from typing import Any

import requests
from schemathesis import Response

from bench.strangers import knocked
from server.config.api import api
from server.painters.tests.studio import StudioTest


class StrangersTest(StudioTest):
    def test_every_answer_is_as_the_schema_says(self) -> None:
        self.client.raise_request_exception = False

        def call(case: Any) -> Response:
            asked = case.as_transport_kwargs(base_url="http://127.0.0.1")
            asked["cookies"] = None
            request = requests.Request(**asked).prepare()
            body = request.body or b""
            told = self.client.generic(
                request.method or "",
                request.path_url,
                body.encode() if isinstance(body, str) else body,
                content_type=request.headers.get("Content-Type", ""),
            )
            return Response(
                status_code=told.status_code,
                headers={name.lower(): [value] for name, value in told.items()},
                content=told.getvalue(),
                request=request,
                elapsed=0.0,
                verify=False,
                message=told.reason_phrase,
            )

        statuses, wrong = knocked(api.get_openapi_schema(), call, each=6)
        self.assertEqual(wrong, {})
        self.assertGreater(sum(statuses.values()), 1000)
        # It was let in, and its right questions were often answered.
        self.assertNotIn(401, statuses)
        self.assertGreater(statuses[200] + statuses[201] + statuses[204], 60)
