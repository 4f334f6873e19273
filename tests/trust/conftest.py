"""What the tests of the web interface stand on."""

from tests.web.conftest import client, desk, recording

__all__ = ["client", "desk", "recording"]
