// Does nothing: a browser takes it only from a server whose certificate it trusts, and so Safekeeping can tell whether it does.
