"""Subjects that difficulty is learned from, and those that it is judged on: never the same."""

LEARNED_FROM = {
    "en-GB": (
        "bonsai nursery, piano tuning, dog grooming, roof repair, sourdough bread, wedding "
        "cake, bike repair, yoga mat, chess lessons, garage door, bee keeping, tax advice, "
        "pottery wheel, electric guitar, hearing aids, loft conversion, coffee grinder, puppy "
        "training, vinyl records, tattoo removal, camping stove, knitting patterns, window "
        "cleaning, running shoes, fish tank, calligraphy pens, driving lessons, wood burning "
        "stove, language school, kayak hire, lawn mower, candle making, dental implants, sewing "
        "machine, model railway, patio furniture, swimming lessons, stained glass, van "
        "insurance, mushroom growing, horse riding, carpet cleaning, violin strings, meal "
        "planning, stair lift, boat moorings"
    ),
    "en-US": (
        "pest control, moving boxes, quilting fabric, hot tub repair, tree removal, gluten free "
        "flour, estate planning, drum lessons, deck staining, reptile enclosure, baby shower, "
        "resume writing"
    ),
    "de-DE": (
        "lastenrad, klavierstimmer, hundeschule, imkerei, gartenhaus, brot backen, "
        "steuerberater, nähmaschine, tanzschule, wärmepumpe, kaffeemühle, modellbahn, "
        "reitunterricht, dachdecker, hochzeitstorte, aquarium"
    ),
    "fr-FR": (
        "vélo cargo, accordeur piano, école de danse, poterie, pompe à chaleur, moulin à café, "
        "machine à coudre, déménagement"
    ),
    "es-ES": ("clases de guitarra, cerrajero, huerto urbano, bicicleta eléctrica, seguro de coche"),
}
JUDGED_ON = {
    "en-GB": (
        "saddle fitting, bookbinding, chimney sweep, climbing wall, ceramic tiles, dog kennels, "
        "watch repair, garden design, sea fishing, first aid course, oak table, life drawing"
    ),
    "en-US": ("well drilling, leather wallet, banjo lessons, septic tank, canning jars"),
    "de-DE": ("zeltverleih, schreinerei, geigenunterricht, solaranlage, wanderschuhe, zahnspange"),
    "fr-FR": ("plombier, tricot, cave à vin, cours de chant"),
    "nl-NL": ("fietsreparatie, tuinaanleg, dansles"),
}
