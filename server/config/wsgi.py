"""The application object gunicorn serves."""

from django.core.wsgi import get_wsgi_application

from config.warm import warm

application = get_wsgi_application()
warm()
