"""The tests mirror the package. Property tests run under one profile, loaded here for all of them."""

import os

from hypothesis import HealthCheck, settings

# A slow or busy machine is no fault of the code under test. On a build machine the examples are the same every time.
settings.register_profile(
    "project",
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow],
    derandomize=bool(os.environ.get("CI")),
    database=None,
)
settings.load_profile("project")
