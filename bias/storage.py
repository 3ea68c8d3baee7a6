"""How the files that ship are stored for serving."""

from __future__ import annotations

from whitenoise.storage import CompressedManifestStaticFilesStorage


class ModuleStorage(CompressedManifestStaticFilesStorage):  # type: ignore[misc]
    """Files under names with a hash of what they hold, also where one script imports another."""

    support_js_module_import_aggregation = True
