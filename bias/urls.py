"""Every address of the site."""

from django.urls import include, path

from bias.serving.health import health

urlpatterns = [
    path("", include("bias.home.urls")),
    path("", include("bias.planning.urls")),
    path("", include("bias.writing.urls")),
    path("", include("bias.charting.urls")),
    path("", include("bias.at_needles.urls")),
    path("", include("bias.printing.urls")),
    path("", include("bias.worn.urls")),
    path("", include("bias.yarns.urls")),
    path("", include("bias.yarn_room.urls")),
    path("", include("bias.finishing.urls")),
    path("", include("bias.things.urls")),
    path("", include("bias.sharing.urls")),
    path("", include("bias.learning.urls")),
    path("", include("bias.publishing.urls")),
    path("", include("bias.archive.urls")),
    path("", include("bias.accounts.urls")),
    path("health/", health, name="health"),
]

handler400 = "bias.serving.error_pages.bad_request"
handler403 = "bias.serving.error_pages.not_allowed"
handler404 = "bias.serving.error_pages.not_found"
handler500 = "bias.serving.error_pages.our_fault"
