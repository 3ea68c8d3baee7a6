"""Every address of the site."""

from django.contrib.auth.views import LoginView, LogoutView
from django.urls import include, path

urlpatterns = [
    path("", include("bias.basket.urls")),
    path("", include("bias.planning.urls")),
    path("", include("bias.writing.urls")),
    path("", include("bias.charting.urls")),
    path("", include("bias.making.urls")),
    path("", include("bias.printing.urls")),
    path("", include("bias.joining.urls")),
    path("sign-in/", LoginView.as_view(template_name="joining/sign_in.html"), name="sign-in"),
    path("sign-out/", LogoutView.as_view(), name="sign-out"),
]

handler400 = "bias.basket.views.bad_request"
handler403 = "bias.basket.views.not_allowed"
handler404 = "bias.basket.views.not_found"
handler500 = "bias.basket.views.our_fault"
