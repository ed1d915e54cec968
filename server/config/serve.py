"""Start the application on this machine: migrate, load the demo when asked, serve, print the address."""

import os
import sys


def main() -> None:
    """``python -m server.config.serve [--demo]``; PORT= changes the port, HOST= the interface listened on."""
    demo = "--demo" in sys.argv
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    if demo:
        os.environ["STEADY_SHEAR_DEMO"] = "1"
    import django

    django.setup()
    from django.core.management import call_command
    from waitress import create_server

    from .wsgi import application

    call_command("migrate", verbosity=0)
    if demo:
        call_command("load_demo")
    host, port = os.environ.get("HOST", "127.0.0.1"), int(os.environ.get("PORT", "8000"))
    server = create_server(application, host=host, port=port, threads=6, ident=None)
    print(f"Steady Shear is open at http://{host}:{port}", flush=True)
    server.run()


if __name__ == "__main__":
    main()
