"""Finding the signed-in user with one query, household included."""

from django.contrib.auth.backends import ModelBackend

from accounts.models import User


class HouseholdBackend(ModelBackend):
    """Django's own backend; every request needs the household, so it comes along."""

    def get_user(self, user_id: int) -> User | None:
        """Return the active user with the household, None if there is none any more."""
        found = User.objects.select_related("household").filter(pk=user_id).first()
        return found if found is not None and self.user_can_authenticate(found) else None
