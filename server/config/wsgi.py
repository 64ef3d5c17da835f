"""The application object gunicorn serves; the food list is loaded once, before forking."""

from django.core.wsgi import get_wsgi_application

from snabo_core.foods import library

application = get_wsgi_application()
library()
