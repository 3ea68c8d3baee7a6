"""Addresses of a knitter's own ways."""

from django.urls import path

from bias.accounts import views

urlpatterns = [
    path("ways/", views.ways, name="ways"),
    path("ways/close/", views.close_account, name="close-account"),
]
