"""Frame words: what stands around any topic ("best", "how often", "kit", "near me") and names none
by itself. Two keywords that share only these share nothing."""

_LISTS = {
    "en": """
    how what why when where who which whose can could does do did is are was should would will
    must may to a an the of in on at for with without from by and or vs versus as than into
    about after before me my your our their you i we it its this that be get getting got have
    has need needs want best top good great better worst cheap cheapest affordable budget
    inexpensive expensive luxury premium professional quality genuine small smallest large
    largest big mini tiny huge easy easiest simple quick fast slow new newest old used second
    hand diy homemade handmade free online local mobile private emergency traditional modern
    basic essential essentials complete full ultimate perfect price prices pricing cost costs
    fee fees rate rates charge charges quote quotes much many long often far buy buying purchase
    shop shops store stores sale sell order delivery delivered stock review reviews rated
    recommended compare compared comparison difference between alternative alternatives worth
    similar like kit kits set sets pack packs bundle bundles box starter supplies accessories
    equipment tips tip idea ideas guide guides tutorial tutorials instructions explained example
    examples checklist list chart calculator template pdf download app video videos photos
    pictures facts history meaning beginners beginner novices kids adults children women men
    womens mens ladies family families seniors uk usa near nearby nearest area open under over
    per 2023 2024 2025 2026 2027 use uses using make making work works way ways type types kind
    kinds different start started starting become learn day days week weeks month months year
    years hour hours minutes time times age first last next gift gifts present presents problem
    problems help service services company companies working digital rental rent printable any
    inch inches mm cm metre metres ft kg litre litres watt volt amp portable compact lightweight
    waterproof lesson lessons plan plans""",
    "de": """
    wie was warum wann wo wer welche welcher welches wieso kann können ist sind soll sollte muss
    darf der die das den dem des ein eine einen einem einer und oder mit ohne für von vom zu zum
    zur im in am an auf aus bei nach vor über unter um als es ich man mein meine meiner sein
    beste bester bestes besten gut gute guter gutes besser günstig günstige billig teuer klein
    kleine groß große mini einfach schnell neu neue alt gebraucht selber selbst machen gratis
    kostenlos online preis preise kosten kostet gebühren kaufen bestellen verkaufen shop angebot
    angebote rabatt test tests testsieger erfahrungen bewertung bewertungen vergleich
    unterschied alternative alternativen empfehlung lohnt set sets paket zubehör ausrüstung
    tipps idee ideen anleitung anleitungen erklärt beispiel beispiele checkliste liste tabelle
    rechner vorlage vorlagen pdf app video bilder bedeutung geschichte anfänger einsteiger
    kinder erwachsene frauen männer damen herren familie senioren nähe offen euro 2023 2024 2025
    2026 2027 arten art lernen tag tage woche monat jahr stunden minuten geschenk geschenke
    problem probleme hilfe mieten leihen""",
    "fr": """
    comment quoi que qui quand où pourquoi quel quelle quels quelles combien peut faut est sont
    doit le la les un une des du de d l à au aux en dans sur pour avec sans et ou par chez mon ma
    mes notre nos votre vos son sa ses ce cette je on il se ne pas plus moins entre avant après
    meilleur meilleure meilleurs meilleures bon bonne bons mieux pas cher chère pratique petit
    petite petits grand grande grands mini simple facile rapide nouveau nouvelle neuf neuve
    ancien occasion fait maison soi-même gratuit gratuite ligne internet prix tarif tarifs coût
    coûte devis acheter achat vendre vente commander livraison boutique magasin promo promotion
    soldes avis test comparatif comparer différence alternative équivalent kit lot ensemble
    accessoires matériel équipement conseil conseils astuce astuces idée idées guide tutoriel
    tuto mode emploi exemple exemples liste tableau calcul modèle pdf application vidéo photo
    photos image images signification définition histoire débutant débutants débutante enfant
    enfants adulte adultes femme femmes homme hommes famille senior près moi proche ouvert euro
    euros 2023 2024 2025 2026 2027 type types sorte apprendre commencer faire utiliser jour jours
    semaine mois an ans année heure heures minutes cadeau cadeaux problème problèmes aide que
    faire location louer""",
    "es": """
    cómo como qué que quién cuándo cuando dónde donde por porqué cuál cuáles cuánto cuánta
    cuántos cuántas puede hay es son debe el la los las un una unos unas de del a al en con sin
    y o para mi mis tu tus su sus nuestro nuestra se no más menos entre antes después mejor
    mejores bueno buena buenos buenas barato barata baratos baratas caro económico pequeño
    pequeña grande grandes mini sencillo fácil rápido nuevo nueva nuevos viejo usado usada segunda
    mano casero casera gratis online línea internet precio precios coste cuesta cuestan tarifa
    presupuesto comprar compra vender venta pedir envío tienda tiendas oferta ofertas rebajas
    opiniones opinión análisis comparativa comparar diferencia diferencias alternativa
    alternativas kit juego pack conjunto accesorios material equipo consejo consejos truco trucos
    idea ideas guía tutorial instrucciones paso ejemplo ejemplos lista tabla calculadora
    plantilla pdf aplicación app vídeo video fotos imágenes significado definición historia
    principiante principiantes niño niña niños adultos mujer mujeres hombre hombres familia
    mayores cerca mí abierto euros 2023 2024 2025 2026 2027 tipo tipos clase aprender empezar
    hacer usar poner día días semana mes año años hora horas minutos regalo regalos problema
    problemas ayuda alquiler alquilar""",
    "it": """
    come cosa che chi quando dove perché quale quali quanto quanta quanti quante può serve è
    sono deve il lo la i gli le un uno una di del della dei delle a al alla ai in nel con senza e
    o per da dal su mio mia miei tuo suo nostro si non più meno tra fra prima dopo migliore
    migliori buono buona meglio economico economica economici costoso piccolo piccola grande
    grandi mini semplice facile veloce nuovo nuova nuovi vecchio usato usata usati usate seconda
    mano fatto casa fai te gratis online internet prezzo prezzi costo costa costano tariffa
    preventivo comprare acquistare acquisto vendere vendita vendesi ordinare consegna negozio
    negozi offerta offerte sconto recensioni recensione opinioni confronto confrontare differenza
    differenze alternativa alternative kit set accessori materiale attrezzatura consiglio consigli
    trucchi idea idee guida tutorial istruzioni passo esempio esempi lista tabella calcolo modello
    pdf app video foto immagini significato definizione storia principiante principianti bambino
    bambini adulti donna donne uomo uomini famiglia anziani vicino me aperto euro 2023 2024 2025
    2026 2027 tipo tipi imparare iniziare fare usare giorno giorni settimana mese anno anni ora
    ore minuti regalo regali problema problemi aiuto noleggio noleggiare""",
    "nl": """
    hoe wat waarom wanneer waar wie welke welk hoeveel kan kun moet mag is zijn de het een van
    voor met zonder en of in op aan bij naar te tot uit over om als er ik je jouw mijn onze uw
    zijn haar niet meer minder tussen beste goede goed beter goedkoop goedkope goedkoopste duur
    klein kleine groot grote mini eenvoudig makkelijk snel nieuw nieuwe oud oude tweedehands
    gebruikt zelf doe maken gratis online internet prijs prijzen kosten kost tarief offerte kopen
    koop bestellen verkopen aanbieding korting winkel winkels bezorgen review reviews ervaringen
    test vergelijken vergelijking verschil alternatief alternatieven kit set pakket accessoires
    materiaal uitrusting benodigdheden tips tip advies idee ideeën handleiding uitleg stappenplan
    voorbeeld voorbeelden lijst tabel berekenen sjabloon pdf app video foto foto's plaatjes
    betekenis geschiedenis beginners beginner kind kinderen volwassenen vrouwen dames mannen heren
    gezin senioren buurt dichtbij open euro 2023 2024 2025 2026 2027 soort soorten type leren
    beginnen gebruiken dag dagen week weken maand jaar uur uren minuten cadeau cadeaus probleem
    problemen hulp huren huur verhuur""",
    "pt": """
    como que quem quando onde porquê porque qual quais quanto quanta quantos quantas pode há é
    são deve o a os as um uma uns umas de do da dos das em no na com sem e ou para por meu minha
    seu sua nosso se não mais menos entre antes depois melhor melhores bom boa bons barato barata
    baratos baratas caro económico pequeno pequena grande grandes mini simples fácil rápido novo
    nova novos velho usado usada usados segunda mão caseiro caseira grátis online internet preço
    preços custo custa custam tarifa orçamento comprar compra vender venda encomendar entrega loja
    lojas oferta promoção desconto opiniões opinião análise comparação comparar diferença
    diferenças alternativa alternativas kit conjunto acessórios material equipamento dica dicas
    conselho ideia ideias guia tutorial instruções passo exemplo exemplos lista tabela calculadora
    modelo pdf aplicação app vídeo fotos imagens significado definição história iniciante
    iniciantes principiantes criança crianças adultos mulher mulheres homem homens família idosos
    perto mim aberto euros 2023 2024 2025 2026 2027 tipo tipos aprender começar fazer usar dia
    dias semana mês ano anos hora horas minutos presente presentes problema problemas ajuda
    aluguer aluguel alugar""",
}
FRAME_WORDS: dict[str, frozenset[str]] = {
    language: frozenset(words.split()) for language, words in _LISTS.items()
}


BESIDE: dict[str, frozenset[str]] = {
    "en": frozenset("for with without in near at on vs versus or under to from by".split()),
    "de": frozenset("für mit ohne in bei am im auf vs oder unter zu zum zur von".split()),
    "fr": frozenset("pour avec sans en dans sur ou chez près à au aux".split()),
    "es": frozenset("para con sin en sobre o cerca a al".split()),
    "it": frozenset("per con senza in nel su o vicino a al".split()),
    "nl": frozenset("voor met zonder in op bij of aan naar".split()),
    "pt": frozenset("para com sem em no na ou perto".split()),
}
"""Words behind which it is said for whom, with what, where or beside what a thing is."""


DOING: dict[str, frozenset[str]] = {
    "en": frozenset("to you i we people".split()),
    "de": frozenset("man ich".split()),
}
"""Words behind which it is said what one does with a thing: "how to clean a kettle"."""


def is_frame(word: str, language: str) -> bool:
    """Whether a case-folded word names no topic by itself: a frame word, or a number."""
    return word in FRAME_WORDS.get(language, frozenset()) or word.replace(".", "").isdigit()
