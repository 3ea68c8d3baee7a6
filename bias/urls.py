"""Every address of the site."""

from django.contrib.auth.views import LoginView, LogoutView
from django.urls import include, path

urlpatterns = [
    path("", include("bias.home.urls")),
    path("", include("bias.planning.urls")),
    path("", include("bias.writing.urls")),
    path("", include("bias.charting.urls")),
    path("", include("bias.at_needles.urls")),
    path("", include("bias.printing.urls")),
    path("", include("bias.accounts.urls")),
    path("sign-in/", LoginView.as_view(template_name="accounts/sign_in.html"), name="sign-in"),
    path("sign-out/", LogoutView.as_view(), name="sign-out"),
]

handler400 = "bias.home.views.bad_request"
handler403 = "bias.home.views.not_allowed"
handler404 = "bias.home.views.not_found"
handler500 = "bias.home.views.our_fault"
