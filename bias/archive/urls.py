"""Addresses of everything that a knitter has."""

from django.urls import path

from bias.archive import views

urlpatterns = [
    path("everything/", views.everything, name="everything"),
    path("everything/out/", views.take_out, name="everything-out"),
    path("everything/out/on/", views.out_goes_on, name="everything-out-on"),
    path("everything/bias.zip", views.file, name="everything-file"),
    path("everything/in/", views.bring_in, name="everything-in"),
    path("everything/in/on/", views.in_goes_on, name="everything-in-on"),
]
