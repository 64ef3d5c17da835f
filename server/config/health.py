"""Whether this host is well: alive at all, and ready to be sent requests; nothing else."""

from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

_migrated = False


@require_safe
@never_cache
def alive(_request: HttpRequest) -> HttpResponse:
    """Answer that this process answers; it needs no database for that."""
    return HttpResponse("alive\n", content_type="text/plain")


@require_safe
@never_cache
def ready(_request: HttpRequest) -> HttpResponse:
    """Answer 200 where the database answers and is of this release, 503 with the reason else."""
    reason = _not_ready()
    if reason:
        return HttpResponse(f"{reason}\n", status=503, content_type="text/plain")
    return HttpResponse("ready\n", content_type="text/plain")


def _not_ready() -> str:
    global _migrated  # noqa: PLW0603  once a process: a release does not change under it
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
        if not _migrated:
            executor = MigrationExecutor(connection)
            waiting = executor.migration_plan(executor.loader.graph.leaf_nodes())
            if waiting:
                return f"{len(waiting)} migrations wait: run manage.py migrate"
            _migrated = True
    except DatabaseError:
        return "the database does not answer"
    return ""
