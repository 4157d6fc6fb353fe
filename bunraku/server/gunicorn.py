"""How the web server runs: a few threads each, on loopback."""

workers = 2
threads = 4
worker_class = "gthread"
control_socket_disable = True
preload_app = False
timeout = 60
accesslog = None
loglevel = "warning"
